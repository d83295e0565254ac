import { nearestToSafe, pinMargins, safestPlace, samplesFor, sensitivityOf, type WindowQuestion } from '#core/window'
import { toBench, toKnowledge } from '#shared/mappers'
import type { WindowReportBody } from '#shared/schemas'
import { CoverRow } from '../db/models'
import { invalid } from '../utils/problem'
import { getCloth } from './cloths'
import { getIron, getSupply } from './shelf'
import { windowOnServer } from './window-pool'
import { currentWorkshop } from './workshop'

/** The safe window of a recipe, counted on the server: for a report, or a device too slow to count it. */
export async function windowReport({ clothId, supplyId, overSupplyIds, ironId, coverId, bed, recipe: { format: _, ...recipe }, seed }: WindowReportBody) {
  const [{ rules }, cloth, supply, iron, over, coverRow] = await Promise.all([
    currentWorkshop(), getCloth(clothId), getSupply(supplyId), getIron(ironId), Promise.all(overSupplyIds.map(getSupply)), coverId ? CoverRow.findByPk(coverId) : null,
  ])
  if (coverId && !coverRow) throw invalid([{ field: 'coverId', message: 'Cover: it is not kept here any more. Choose another.' }])
  if (!supply.resin) throw invalid([{ field: 'supplyId', message: 'Backing: it has no resin on its sheet, so there is nothing to fuse.' }])
  const cover = coverRow ? { id: coverRow.id, name: coverRow.name, kind: coverRow.kind, version: coverRow.version } : null
  const question: WindowQuestion = {
    bench: toBench(cloth, supply, iron, cover, bed, rules.blend, over), recipe, knowledge: toKnowledge(cloth, supply, recipe.stop.origin), seed, samples: samplesFor(recipe.passes),
  }
  const map = await windowOnServer(question)
  if (!map) throw invalid([{ field: 'recipe', message: 'Recipe: this map took longer than a minute. Try it with one pass.' }])
  return {
    solesC: map.solesC, holdsS: map.holdsS, bond: [...map.bond], hurt: [...map.hurt], drawn: map.drawn,
    pin: pinMargins(map, recipe.stop.meanC, recipe.holdS), safest: safestPlace(map), nearest: nearestToSafe(map), sensitivity: sensitivityOf(question), source: 'model' as const,
  }
}
