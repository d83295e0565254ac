/** The ring of a session: how far the hold in hand has come, and what stands on it. */
export function useSessionRing() {
  const session = useSession()
  const selection = useSelection()
  const step = computed(() => session.step)
  const fromS = computed(() => (step.value && 'fromS' in step.value ? step.value.fromS : null))
  const elapsedS = computed(() => (fromS.value === null ? 0 : session.nowS - fromS.value))
  const forS = computed(() => (step.value && 'forS' in step.value ? step.value.forS : 0))
  const leftS = computed(() => forS.value - elapsedS.value)
  /** By the bond where there is one to follow and the house counts it; else by the seconds. */
  const byBond = computed(() => selection.house.clockIsBond && session.under !== null)
  const share = computed(() => {
    if (step.value?.do !== 'lift') return 0
    return byBond.value ? session.under!.bond / session.under!.wanted : forS.value > 0 ? elapsedS.value / forS.value : 0
  })
  const over = computed(() => step.value?.do === 'lift' && share.value >= 1)
  const big = computed(() => {
    if (step.value?.do === 'down') return String(Math.round(forS.value))
    if (step.value?.do !== 'lift') return ''
    if (over.value) return 'lift'
    const neededS = byBond.value ? session.under!.neededS : leftS.value
    return neededS === null ? '…' : String(Math.max(0, Math.ceil(neededS)))
  })
  const unit = computed(() => {
    if (step.value?.do === 'down') return 'seconds'
    if (step.value?.do !== 'lift') return ''
    if (byBond.value) return over.value ? `bond ${Math.round(share.value * 100)} %` : 's to a bond'
    return over.value ? `${Math.floor(-leftS.value)} s over` : 'seconds'
  })
  return { byBond, share, leftS, over, big, unit }
}
