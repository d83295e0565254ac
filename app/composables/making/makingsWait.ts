/**
 * Are the makings of the open job on their way? Until they are here there is none to write on: what was written meanwhile would stand
 * in another. Where they cannot be had, the drawer is used without them.
 */
export function useMakingsWait(): ComputedRef<boolean> {
  const selection = useSelection()
  const jobs = useJobs()
  const makings = useMakings()
  return computed(() => selection.chosen.jobId !== null && !makings.ready && !makings.problem && !jobs.problem)
}
