import { useDebounceFn } from '@vueuse/core'
import type { ZodType } from 'zod'
import { badRowOf, type ListOfJob } from '#shared/versioned'

const SAVE_AFTER_MS = 500
/** A list of the open job as the server keeps it, and how it is asked and written. */
interface Drafted<Name extends string, Item, Stored extends ListOfJob<Name, Item>> {
  /** Under which the list stands in what is fetched and sent. */
  name: Name
  /** Under which the browser keeps what is not saved yet. */
  keptAs: string
  body: ZodType
  get: (jobId: string) => Promise<Stored>
  put: (jobId: string, body: unknown) => Promise<Stored>
  /** Brings to the board what the list names. */
  bring: (stored: Stored) => Promise<void>
  /** What else the answer holds is taken in; @param isWhole the list with it, not only its version */
  took?: (stored: Stored, isWhole: boolean) => void
  /** After a save that left nothing waiting. */
  allSaved?: () => void
}

/**
 * A list of the open job that is written here and saved by itself, each time over the version it was begun from. What is written is
 * kept in the browser until the server has it: a reload, another job or a lost server loses nothing. Where someone else saved first,
 * theirs is held beside it until one of the two is chosen.
 */
export function useDraftOfJob<Name extends string, Item, Stored extends ListOfJob<Name, Item>>(of: Drafted<Name, Item, Stored>) {
  const items = ref([]) as Ref<Item[]>
  const version = ref(0)
  const jobId = ref<string | null>(null)
  const problem = ref<string | null>(null)
  /** Where a row cannot be so: its place in the list. */
  const bad = ref<number | null>(null)
  const theirs = shallowRef<Stored | null>(null)
  const saved = ref(true)
  /** Written here and not saved yet, by job. */
  const kept = useStored<Record<string, ListOfJob<Name, Item>>>(of.keptAs, {})
  const forget = (): void => {
    const { [jobId.value ?? '']: _, ...rest } = kept.value
    kept.value = rest
  }

  let quiet = false
  /** Puts on the board what nobody wrote just now. */
  async function put(what: () => void): Promise<void> {
    quiet = true
    what()
    await nextTick()
    quiet = false
  }
  function take(stored: Stored, isWhole: boolean): void {
    version.value = stored.version
    if (isWhole) items.value = stored[of.name]
    of.took?.(stored, isWhole)
  }
  const leave = () => put(() => {
    jobId.value = problem.value = bad.value = theirs.value = null
    items.value = []
    version.value = 0
    saved.value = true
  })
  async function fetch(id: string, stillOpen: () => boolean): Promise<void> {
    try {
      const stored = await of.get(id)
      await of.bring(stored)
      if (!stillOpen()) return
      const draft = kept.value[id]
      await put(() => {
        jobId.value = id
        take(stored, true)
        if (draft) [items.value, version.value] = [draft[of.name], draft.version]
        saved.value = !draft
        problem.value = null
      })
      if (draft) void save()
    } catch (error) {
      if (stillOpen()) problem.value = problemOf(error).detail
    }
  }
  const { ready, load, edit } = useOfJob(jobId, saved, { save, leave, fetch })
  const change = (by: (now: Item[]) => Item[]): void => edit(() => { items.value = by(items.value) })

  let saving: Promise<void> = Promise.resolve()
  function save(): Promise<void> {
    saving = saving.then(saveNow)
    return saving
  }
  async function saveNow(): Promise<void> {
    const id = jobId.value
    if (!id || saved.value || theirs.value) return
    const body = of.body.safeParse({ version: version.value, [of.name]: items.value })
    if (!body.success) {
      const [issue] = body.error.issues
      bad.value = badRowOf(of.name, issue!.path.join('.'))
      problem.value = inOwnUnits(issue!.message)
      return
    }
    const sent = JSON.stringify(items.value)
    try {
      const stored = await of.put(id, body.data)
      if (jobId.value !== id) return
      take(stored, false)
      problem.value = bad.value = null
      // What was written while it was on its way is saved in its turn.
      if (JSON.stringify(items.value) !== sent) return void saveSoon()
      saved.value = true
      forget()
      of.allSaved?.()
    } catch (error) {
      const p = problemOf(error)
      problem.value = p.detail
      bad.value = badRowOf(of.name, p.errors[0]?.field ?? '')
      theirs.value = p.status === 409 && p.current ? (p.current as Stored) : null
    }
  }
  const saveSoon = useDebounceFn(save, SAVE_AFTER_MS)
  watch(items, () => {
    if (quiet || !jobId.value) return
    saved.value = false
    kept.value = { ...kept.value, [jobId.value]: { [of.name]: items.value, version: version.value } as ListOfJob<Name, Item> }
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
  // Put away, it sends no more: what waits is kept in the browser.
  onScopeDispose(() => { jobId.value = null })

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
    await put(() => take(stored, true))
  }
  return { items, version, jobId, problem, bad, theirs, saved, ready, load, change, save, take, overThem, takeTheirs }
}
