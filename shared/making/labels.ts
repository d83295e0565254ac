import { sheetBox } from '#core/mend'
import type { Outline } from '#core/geometry'
import { PRINT_FILM } from '#core/materials'
import type { SpecOf } from '../schemas'
import type { MakingKindOf } from './kind'
import { made, type MadeMaking } from './made'
import { FILM, layersOn, ownGlue, usualHoldS } from './stuck'

const PAPER_MM = { A4: 210, A3: 297, letter: 215.9, tabloid: 279.4 } as const
/** All labels side by side as they come off their sheet. */
export const labelsBox = (w: Pick<SpecOf<'labels'>, 'wideMm' | 'highMm' | 'paper'>, count: number): Outline =>
  sheetBox(w, count, PAPER_MM[w.paper])

export const labels = {
  order: 'Press the labels in', offered: 'Name labels', screen: 'mend', tab: 'labels', families: ['fusible'], isStuck: true,
  judge: (spec) => {
    if (spec.texts.every(t => t.trim() === '')) throw new RangeError('Labels: write at least one.')
  },
  operations: (m, spec) => {
    const count = spec.texts.filter(t => t.trim() !== '').length, area = labelsBox(spec, count)
    const back: MadeMaking[] = m.supplyId
      ? [{ ...made(m, 'back', `${m.name}, interfacing`, 'fuse', { how: 'interfacing', supplyId: m.supplyId, fabricId: m.fabricId }, []),
          supplyId: m.supplyId, area }]
      : []
    const print = made(m, 'print', m.name, 'transfer', { how: 'stuck' }, [], back.map(o => o.id))
    return [...back, { ...print, area, motion: 'circles' }, made(m, 'peel', m.name, 'peel', { how: 'hand' }, [], [print.id])]
  },
  layers: (_spec, { garment }) => layersOn(garment, FILM, ownGlue(PRINT_FILM)),
  pressed: () => ({ fromGarment: false, pressCloth: 'parchment', methods: ['dry'], leastS: usualHoldS(PRINT_FILM) }),
  leaves: () => [{ fibre: null, adhesive: PRINT_FILM, supply: null, backOnly: true, gentle: false }],
} satisfies MakingKindOf<'labels'>
