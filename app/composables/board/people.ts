import type { Role } from '#shared/people'
import type { AuditLine, Device, Person } from '#shared/schemas'

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
  return {
    people, devices, done, problem, busy,
    load: () => attempt(() => Promise.resolve()),
    add: (body: { name: string, role: Role, passphrase: string | null, pin: string | null }) => attempt(() => post('/api/people', body)),
    change: ({ id, ...body }: { id: string, name: string, role: Role, version: number }) =>
      attempt(() => $fetch(`/api/people/${id}`, { method: 'PUT', body })),
    putAway: (id: string) => attempt(() => post(`/api/people/${id}/away`)),
    takeBack: (id: string) => attempt(() => post(`/api/people/${id}/back`)),
    givePassphrase: (id: string, passphrase: string) => attempt(() => post(`/api/people/${id}/passphrase`, { passphrase })),
    givePin: (id: string, pin: string) => attempt(() => post(`/api/people/${id}/pin`, { pin })),
    ownPassphrase: (current: string, passphrase: string) => attempt(() => post('/api/me/passphrase', { current, passphrase })),
    ownPin: (pin: string | null) => attempt(() => post('/api/me/pin', { pin })),
    endDevice: (id: string) => attempt(() => $fetch(`/api/devices/${id}`, { method: 'DELETE' })),
    stay: (id: string, name: string) => attempt(() => post(`/api/devices/${id}/stay`, { name })),
  }
}
