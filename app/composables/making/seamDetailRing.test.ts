// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { planSeamDetail, SUPPORT_KEYS, type SeamDetailPlan } from '#core/seam'
import { toFabricInput } from '#shared/mappers'
import { fabric, iron, layOut } from '../../testing/board'
import { useSeamDetailRing } from './seamDetailRing'

const plan = (seamDetail: 'seamOpen' | 'gather'): SeamDetailPlan => planSeamDetail({
  seamDetail, fabric: toFabricInput(fabric()), iron: iron(), pressCloth: null, surface: 'padded', blendRule: 'strict', kit: SUPPORT_KEYS,
  house: { piecing: 'dry', cooling: 'touch', alwaysPressCloth: false },
})
beforeEach(() => {
  layOut()
  vi.useFakeTimers()
})
afterEach(() => { vi.useRealTimers() })

describe('the ring of a seam detail', () => {
  it('down, lift, the other side, rest, and then you can move it', () => {
    const given = ref<SeamDetailPlan | null>(plan('seamOpen'))
    const scope = effectScope()
    const ring = scope.run(() => useSeamDetailRing(given))!
    const { holdS, secondS } = given.value!.recipe!
    expect([ring.phase.value, ring.forS.value]).toEqual(['ready', holdS])
    ring.press()
    vi.advanceTimersByTime(2000)
    expect(ring.phase.value).toBe('down')
    expect(ring.leftS.value).toBeCloseTo(holdS - 2, 1)
    vi.advanceTimersByTime(holdS * 1000)
    expect([ring.leftS.value <= 0, ring.share.value]).toEqual([true, 1])
    ring.press()
    expect([ring.phase.value, ring.side.value, ring.forS.value]).toEqual(['turn', 1, secondS])
    ring.press()
    ring.press()
    expect([ring.phase.value, ring.forS.value]).toEqual(['rest', given.value!.restS])
    vi.advanceTimersByTime(given.value!.restS * 1000 + 200)
    expect(ring.phase.value).toBe('done')
    ring.press()
    expect(ring.phase.value).toBe('ready')
    scope.stop()
  })
  it('one side is lifted straight to rest; another seam detail begins anew; without a recipe it does nothing', async () => {
    const given = ref<SeamDetailPlan | null>(plan('gather'))
    const scope = effectScope()
    const ring = scope.run(() => useSeamDetailRing(given))!
    ring.press()
    ring.press()
    expect(ring.phase.value).toBe('rest')
    given.value = plan('seamOpen')
    await nextTick()
    expect(ring.phase.value).toBe('ready')
    given.value = { ...plan('seamOpen'), recipe: null }
    await nextTick()
    ring.press()
    expect([ring.phase.value, ring.forS.value]).toEqual(['ready', 0])
    scope.stop()
  })
})
