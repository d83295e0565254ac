/** The stages in working order, as marks on the tape. Those still without a `to` are not on the board yet. */
export function useStages() {
  const bench = useBench()
  const pairing = usePairing()
  const route = useRoute()
  const stages = computed(() => [
    { key: 'cloth', name: 'Cloth', to: '/cloth' },
    { key: 'match', name: 'Match', to: '/match' },
    { key: 'swatch', name: 'Swatch', to: '/swatch' },
    { key: 'cut', name: 'Cut', to: null },
    { key: 'press', name: 'Press', to: '/press' },
    { key: 'care', name: 'Care', to: null },
  ])
  const current = computed(() => stages.value.findIndex(s => s.to !== null && route.path.startsWith(s.to)))
  /** How far the job has come, in stages: the tape is drawn out to here. */
  const reached = computed(() => bench.chosen.method && bench.cloth ? 5 : bench.cloth ? 3 : 1)
  /** A stage that went stale: its mark has slipped. */
  const slipped = computed(() => pairing.slipped ? 'swatch' : null)
  return { stages, current, reached, slipped }
}
