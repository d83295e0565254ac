interface OfJob {
  /** Saves what is written for the job it belongs to. */
  save: () => Promise<void>
  /** Takes all of it off the board, as nobody's. */
  leave: () => Promise<void>
  /** Fetches it; a fault is its to say. @param stillOpen whether that job is the open one yet */
  fetch: (id: string, stillOpen: () => boolean) => Promise<void>
}
/**
 * What belongs to the open job: fetched once however many ask, and never changed before it is there. A change that someone makes
 * meanwhile waits for it.
 * @param jobId whose it is that stands here, null while there is none; @param saved nothing of it waits to be saved
 */
export function useOfJob(jobId: Ref<string | null>, saved: Ref<boolean>, { save, leave, fetch }: OfJob) {
  const jobs = useJobs()
  const openId = () => jobs.job?.id ?? null
  const ready = computed(() => jobId.value !== null && jobId.value === openId())
  async function bring(id: string | null): Promise<void> {
    if (jobId.value !== null && jobId.value !== id) {
      // What was written for the other job goes to it first; what does not get there stays kept in this browser.
      await save()
      if (openId() !== id) return
      await leave()
    }
    // What is unsaved here stays as it is.
    if (id && (jobId.value !== id || saved.value)) await fetch(id, () => openId() === id)
  }
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
