import { useDebounceFn } from '@vueuse/core'
import { makingsBody, type Making, type Makings } from '#shared/schemas'
import { useLibrary } from './library'

const SAVE_AFTER_MS = 500

/** What of the open job is pressed while it is made. What is written is kept here until it is saved. */
export const useMakings = defineStore('makings', () => {
  const library = useLibrary()
  const makings = ref<Making[]>([])
  const version = ref(0)
  const jobId = ref<string | null>(null)
  const problem = ref<string | null>(null)
  /** Where the server said that one cannot be so: its place in the list. */
  const bad = ref<number | null>(null)
  const theirs = shallowRef<Makings | null>(null)
  const saved = ref(true)
  /** Written here and not saved yet, by job: a reload finds it again. */
  const kept = useStored<Record<string, { makings: Making[], version: number }>>('makings-written', {})
  let quiet = false

  async function take(m: Makings): Promise<void> {
    quiet = true
    makings.value = m.makings
    version.value = m.version
    await nextTick()
    quiet = false
  }
  function leave(): Promise<void> {
    jobId.value = problem.value = bad.value = theirs.value = null
    saved.value = true
    return take({ makings: [], version: 0 })
  }
  async function bring(id: string, stillOpen: () => boolean): Promise<void> {
    try {
      const stored = await $fetch<Makings>(`/api/jobs/${id}/makings`)
      const fabrics = new Set(stored.makings.flatMap(m => [m.fabricId, m.liningId, ...m.fabricIds]))
      await library.bring(null, stored.makings.map(m => m.supplyId))
      await Promise.all([...fabrics].map(c => library.bring(c, [])))
      if (!stillOpen()) return
      jobId.value = id
      const draft = kept.value[id]
      await take(draft ?? stored)
      saved.value = draft === undefined
      problem.value = null
      if (draft) void save()
    } catch (error) {
      if (stillOpen()) problem.value = problemOf(error).detail
    }
  }
  const { ready, load, edit } = useOfJob(jobId, saved, { save, leave, fetch: bring })

  const forget = (): void => {
    const { [jobId.value ?? '']: _, ...rest } = kept.value
    kept.value = rest
  }
  let saving: Promise<void> = Promise.resolve()
  function save(): Promise<void> {
    saving = saving.then(saveNow)
    return saving
  }
  async function saveNow(): Promise<void> {
    const id = jobId.value
    if (!id || saved.value || theirs.value) return
    const body = makingsBody.safeParse({ version: version.value, makings: makings.value })
    if (!body.success) {
      const [issue] = body.error.issues
      bad.value = typeof issue!.path[1] === 'number' ? issue!.path[1] : null
      problem.value = inOwnUnits(issue!.message)
      return
    }
    const sent = JSON.stringify(makings.value)
    try {
      const stored = await $fetch<Makings>(`/api/jobs/${id}/makings`, { method: 'PUT', body: body.data })
      if (jobId.value !== id) return
      version.value = stored.version
      problem.value = bad.value = null
      if (JSON.stringify(makings.value) === sent) {
        saved.value = true
        forget()
      } else void saveSoon()
    } catch (error) {
      const p = problemOf(error)
      problem.value = p.detail
      const at = /^makings\.(\d+)/.exec(p.errors[0]?.field ?? '')
      bad.value = at ? Number(at[1]) : null
      theirs.value = p.status === 409 && p.current ? (p.current as Makings) : null
    }
  }
  const saveSoon = useDebounceFn(save, SAVE_AFTER_MS)
  watch(makings, () => {
    if (quiet || !jobId.value) return
    saved.value = false
    kept.value = { ...kept.value, [jobId.value]: { makings: makings.value, version: version.value } }
    void saveSoon()
  }, { deep: true })

  // What could not be fetched or saved while the server was away is, once it answers again.
  const { awaySince } = useServer()
  watch(awaySince, (since) => {
    if (since !== null) return
    if (!ready.value && problem.value) void load()
    else if (!saved.value && !theirs.value) void save()
  })
  whenFreshAgain(() => { if (ready.value && saved.value) void load() })

  /** Saves mine over what someone else saved, knowingly; or takes theirs. */
  function overThem(): void {
    version.value = theirs.value!.version
    theirs.value = null
    void save()
  }
  async function takeTheirs(): Promise<void> {
    const stored = theirs.value!
    theirs.value = problem.value = null
    forget()
    saved.value = true
    await take(stored)
  }

  const change = (by: (now: Making[]) => Making[]): void => edit(() => { makings.value = by(makings.value) })
  const add = (m: Making): void => change(all => [...all, m])
  const put = (m: Making): void => change(all => all.map(x => (x.id === m.id ? m : x)))
  const drop = (id: string): void => change(all => all.filter(m => m.id !== id))
  return { makings, version, jobId, problem, bad, theirs, saved, ready, load, save, overThem, takeTheirs, add, put, drop }
})
