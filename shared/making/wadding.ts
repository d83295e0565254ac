import { waddingFrom } from '#core/seam'
import type { FabricInput } from '#core/stack'
import type { SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { along, made } from './made'

/** Between two joins laid side by side to be taped, mm. */
const APART_MM = 150

export const wadding = {
  order: 'Fuse the wadding', offered: null, screen: 'seams', tab: 'strips',
  judge: (spec) => { waddingFrom(spec.top, spec.marginMm, spec.sheets) },
  operations: (m, spec) => {
    const w = waddingFrom(spec.top, spec.marginMm, spec.sheets)
    if (!w || w.joinsMm.length === 0) return []
    const lines = w.joinsMm.map((mm, i) => along(mm, i * APART_MM))
    return [{ ...made(m, 'tape', m.name, 'tape', { how: 'tape', fabric: waddingFabric(spec) }, lines), supplyId: m.supplyId }]
  },
} satisfies MakingKindOf<'wadding'>

/** Wadding as a fabric. */
export const waddingFabric = (spec: SpecOf<'wadding'>): FabricInput => ({
  fibres: [{ fibre: spec.fibre, sharePct: 100 }], construction: 'fleece', massGsm: spec.massGsm, thicknessMm: spec.thicknessMm,
  mayGetWet: true, nap: 'none', finishes: [],
})
