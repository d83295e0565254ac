import type { Role } from '#shared/people'
import type { AuditLine, Device, Person } from '#shared/schemas'

/** What is written of somebody; a passphrase or PIN of null stays as it is. */
export interface PersonDraft { name: string, role: Role, passphrase: string | null, pin: string | null }

/** The people and devices of the workroom, and what was done last; only their owner changes them. */
export function usePeople() {
  const { may } = useWho()
  const people = ref<Person[]>([])
  const devices = ref<Device[]>([])
  const done = ref<AuditLine[]>([])
  const problem = ref<string | null>(null)
  const busy = ref(false)

  async function load(): Promise<void> {
    people.value = await $fetch<Person[]>('/api/people')
    if (!may('own')) return
    const [d, a] = await Promise.all([$fetch<Device[]>('/api/devices'), $fetch<AuditLine[]>('/api/audit')])
    devices.value = d
    done.value = a
  }
  /** @returns whether it was done; what was refused is said */
  async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    busy.value = true
    problem.value = null
    try {
      await work()
      await load()
      return true
    } catch (error) {
      problem.value = problemOf(error).detail
      return false
    } finally {
      busy.value = false
    }
  }
  const post = (url: string, body: object = {}) => $fetch(url, { method: 'POST', body })
  const givePassphrase = (id: string, passphrase: string) => attempt(() => post(`/api/people/${id}/passphrase`, { passphrase }))
  const givePin = (id: string, pin: string) => attempt(() => post(`/api/people/${id}/pin`, { pin }))

  /** Whose form is open. */
  const editing = ref<Person | 'new' | null>(null)
  /** Keeps what its form says and closes it, unless somebody went on to another's form meanwhile. What is refused leaves it open. */
  async function save({ passphrase, pin, ...rest }: PersonDraft): Promise<void> {
    const of = editing.value
    if (!of) return
    const keyOf = (form: Person | 'new' | null) => (form && form !== 'new' ? form.id : form)
    const close = (next: Person | null = null): void => { if (keyOf(editing.value) === keyOf(of)) editing.value = next }
    if (of === 'new') {
      if (await attempt(() => post('/api/people', { ...rest, passphrase, pin }))) close()
      return
    }
    if (rest.name !== of.name || rest.role !== of.role) {
      if (!await attempt(() => $fetch(`/api/people/${of.id}`, { method: 'PUT', body: { ...rest, version: of.version } }))) return
      // Where what follows is refused, the next try is made on what is kept by now.
      close(people.value.find(p => p.id === of.id))
    }
    if (passphrase !== null && !await givePassphrase(of.id, passphrase)) return
    if (pin === null || await givePin(of.id, pin)) close()
  }
  return {
    people, devices, done, problem, busy, editing, save,
    load: () => attempt(() => Promise.resolve()),
    putAway: (id: string) => attempt(() => post(`/api/people/${id}/away`)),
    takeBack: (id: string) => attempt(() => post(`/api/people/${id}/back`)),
    ownPassphrase: (current: string, passphrase: string) => attempt(() => post('/api/me/passphrase', { current, passphrase })),
    ownPin: (pin: string | null) => attempt(() => post('/api/me/pin', { pin })),
    endDevice: (id: string) => attempt(() => $fetch(`/api/devices/${id}`, { method: 'DELETE' })),
    stay: (id: string, name: string) => attempt(() => post(`/api/devices/${id}/stay`, { name })),
  }
}
