/**
 * What belongs to the open job: fetched once however many ask, and never changed before it is there. A change that someone makes
 * meanwhile waits for it.
 * @param jobId whose it is that stands here; null while there is none
 * @param bring leaves what is another job's, and fetches what is this one's; a fault is its to say
 */
export function useOfJob(jobId: Ref<string | null>, bring: (id: string | null) => Promise<void>) {
  const jobs = useJobs()
  const openId = () => jobs.job?.id ?? null
  const ready = computed(() => jobId.value !== null && jobId.value === openId())
  let fetching: { id: string | null, done: Promise<void> } | null = null
  function load(): Promise<void> {
    const id = openId()
    if (fetching?.id === id) return fetching.done
    const mine = { id, done: bring(id).finally(() => { if (fetching === mine) fetching = null }) }
    fetching = mine
    return mine.done
  }
  /** Changes it now, or as soon as it is there. */
  function edit(change: () => void): void {
    const id = openId()
    if (ready.value) change()
    else void load().then(() => { if (ready.value && openId() === id) change() })
  }
  return { ready, load, edit }
}
