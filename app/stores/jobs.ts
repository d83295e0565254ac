import { jobBodyOf, jobFor, nextIn } from '#shared/jobs'
import type { Fabric, Job, JobBody, JobFabric, Page } from '#shared/schemas'
import { useSelection } from './selection'
import { useLibrary } from './library'

type Change = (body: JobBody) => Partial<JobBody>

/** The jobs in hand; they live on the server. Which of them is open belongs to this board. */
export const useJobs = defineStore('jobs', () => {
  const selection = useSelection()
  const library = useLibrary()
  const outbox = useOutbox()
  const page = ref<Page<Job> | null>(null)
  const problem = ref<string | null>(null)
  const opened = ref<Job | null>(null)
  const pending = shallowRef<Change[]>([])

  /** The job that lies on the board; another fabric than its own puts it aside. */
  const job = computed<Job | null>(() => {
    if (!opened.value || opened.value.id !== selection.chosen.jobId) return null
    return pending.value.reduce<Job>((j, make) => ({ ...j, ...make(j) }), opened.value)
  })
  const fabric = computed<JobFabric | null>(() => job.value?.fabrics.find(c => c.fabricId === selection.chosen.fabricId) ?? null)

  /** Those in hand, or those that are done. */
  const shown = ref<'inHand' | 'done'>('inHand')
  async function load(): Promise<void> {
    const asked = shown.value
    try {
      const found = await $fetch<Page<Job>>('/api/jobs', { query: { size: 100, done: asked === 'done' } })
      if (asked !== shown.value) return
      page.value = found
      problem.value = null
    } catch (error) {
      problem.value = problemOf(error).detail
    }
  }

  /** Finds the open job again after a reload; one that is gone is forgotten. */
  async function resume(): Promise<void> {
    const { jobId } = selection.chosen
    if (!jobId) return
    try {
      const found = await $fetch<Job>(`/api/jobs/${jobId}`)
      // Another one may have been opened meanwhile.
      if (selection.chosen.jobId === jobId) opened.value = found
    } catch (error) {
      if (selection.chosen.jobId !== jobId) return
      if (problemOf(error).status === 404) selection.chosen.jobId = null
      else problem.value = problemOf(error).detail
    }
  }

  function put(saved: Job): void {
    if (opened.value?.id === saved.id) opened.value = saved
    if (page.value) page.value = { ...page.value, rows: page.value.rows.map(j => (j.id === saved.id ? saved : j)) }
  }

  let opening = 0
  /** Lays a job on the board, with the fabric that is furthest back, or the one asked for; of two, the one that was asked for last. */
  async function open(of: Job, fabricId?: string): Promise<void> {
    const mine = ++opening
    const id = fabricId ?? of.fabrics[nextIn(of)?.fabric ?? 0]!.fabricId
    const chosen = of.fabrics.find(c => c.fabricId === id)!
    await library.bring(id, [chosen.supplyId])
    if (mine !== opening) return
    opened.value = of
    selection.chosen = { ...selection.chosen, jobId: of.id, fabricId: id, way: null }
    if (chosen.supplyId) selection.takeSupply(chosen.supplyId)
  }

  /**
   * Changes the open job: shown at once, saved in turn. Where someone else saved meanwhile, theirs is taken and the change made on it.
   * A change that is refused is taken back and said.
   */
  function change(make: Change): Promise<void> {
    const open = job.value
    if (!open) return Promise.resolve()
    pending.value = [...pending.value, make]
    saving = saving
      .then(() => save(opened.value?.id === open.id ? opened.value : open, make))
      .finally(() => { pending.value = pending.value.filter(m => m !== make) })
    return saving
  }
  let saving: Promise<void> = Promise.resolve()
  async function save(from: Job, make: Change, tries = 2): Promise<void> {
    const body = jobBodyOf(from)
    try {
      put(await $fetch<Job>(`/api/jobs/${from.id}`, { method: 'PUT', body: { ...body, ...make(body) } }))
      problem.value = null
    } catch (error) {
      const p = problemOf(error)
      if (p.status === 409 && p.current && tries > 0) {
        put(p.current as Job)
        return save(p.current as Job, make, tries - 1)
      }
      problem.value = p.detail
    }
  }
  /** Begins a job with a fabric and what backs it, named for them, for this care, and opens it. @returns whether it could be kept */
  async function begin(fabric: Fabric, place: string, placeName: string, supplyId: string | null,
    care: Parameters<typeof jobFor>[4]): Promise<boolean> {
    const body = jobFor(fabric, place, placeName, supplyId, care)
    try {
      const made = await $fetch<Job>('/api/jobs', { method: 'POST', body })
      problem.value = null
      await open(made, fabric.id)
      if (page.value) await load()
      return true
    } catch (error) {
      problem.value = problemOf(error).detail
      return false
    }
  }
  /** A job that is done, or taken up again, goes to the other list. */
  async function finish(of: Job, done: boolean): Promise<void> {
    await save(of, () => ({ done }))
    if (!problem.value) await load()
  }
  /** Notes of the fabric on the board where its interfacing goes, or which one was chosen. */
  const note = (what: Partial<Pick<JobFabric, 'place' | 'supplyId'>>) =>
    change(({ fabrics }) => ({ fabrics: fabrics.map(c => (c.fabricId === selection.chosen.fabricId ? { ...c, ...what } : c)) }))

  // A swatch that reached the server moves its job on.
  watch(() => outbox.sentCount.value, () => Promise.all([resume(), page.value ? load() : null]))
  // A fabric of another job, or of none, puts the open one aside.
  watch(() => selection.chosen.fabricId, (id) => {
    if (job.value && !job.value.fabrics.some(c => c.fabricId === id)) selection.chosen.jobId = null
  })

  return { page, shown, problem, job, fabric, load, resume, open, begin, change, finish, note }
})
