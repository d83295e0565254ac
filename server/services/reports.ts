import { nearestToSafe, pinMargins, safestPlace, samplesFor, type WindowQuestion } from '#core/window'
import { toPressSetup, toKnowledge, toLessons, toRecipe } from '#shared/mappers'
import type { WindowReportBody } from '#shared/schemas'
import { UNKNOWN_NAME, UNKNOWN_REMEDY } from '#shared/words'
import { invalid } from '../utils/problem'
import type { Context } from '../utils/context'
import { onThread } from '../work/worker-pool'
import { getFabric } from './fabrics'
import { getIron, getSupply, listPressCloths, listIrons } from './shelf'
import { pairingHistory } from './swatches'
import { sensitivityOnServer, taughtOnServer, windowOnServer } from './window-pool'
import { getWorkroom } from './workroom'

/** Swatches of the pairing that are looked through for lessons. */
const LESSONS_READ = 60

/** The safe window of a recipe, counted on the server with what its swatches taught: for a report, or a device too slow to count it. */
export async function windowReport(
  context: Context, { fabricId, supplyId, overSupplyIds, ironId, pressClothId, surface, recipe: payload, seed }: WindowReportBody,
) {
  const [{ rules }, fabric, supply, iron, over, pressCloths, irons, { rows: swatches }] = await Promise.all([
    getWorkroom(context), getFabric(context, fabricId), getSupply(context, supplyId), getIron(context, ironId),
    Promise.all(overSupplyIds.map(id => getSupply(context, id))), listPressCloths(context),
    listIrons(context),
    pairingHistory(context, fabricId, supplyId, { q: '', page: 1, size: LESSONS_READ }),
  ])
  const pressCloth = pressCloths.find(c => c.id === pressClothId) ?? null
  if (pressClothId && !pressCloth) throw invalid([{ field: 'pressClothId',
    message: 'Press cloth: it is not kept here any more. Choose another.' }])
  if (!supply.adhesive) throw invalid([{ field: 'supplyId', message:
    'Interfacing: it has no adhesive in its maker\'s instructions, so there is nothing to fuse.' }])
  const recipe = toRecipe(payload)
  const lessons = toLessons(swatches, ironId, { fabric, supplies: [supply, ...over], irons, pressCloths, rules })
  const question: WindowQuestion = {
    setup: toPressSetup(fabric, supply, iron, pressCloth, surface, rules, over), recipe, seed, samples: samplesFor(recipe.passes),
    knowledge: await taughtOnServer(context, toKnowledge(fabric, supply, recipe.setting.origin), lessons),
  }
  const map = await windowOnServer(context, question)
  if (!map) throw invalid([{ field: 'recipe', message: 'Recipe: this map took longer than three minutes. Try it with one pass.' }])
  const names = { fabric: fabric.name, supply: supply.name, iron: iron.name, pressCloth: pressCloth?.name ?? null, surface }
  return {
    names, samples: question.samples, solesC: map.solesC, holdsS: map.holdsS, bond: [...map.bond], damage: [...map.damage],
    drawn: map.drawn,
    pin: pinMargins(map, recipe.setting.meanC, recipe.holdS), safest: safestPlace(map), nearest: nearestToSafe(map),
    sensitivity: await sensitivityOnServer(context, question), source: 'estimate' as const,
  }
}

/** Shares of the edge that are worth a line, and as many lines as the sheet has room for. */
const WORTH_SAYING = 0.05, MOST_SAID = 6

/** The same window on a sheet of paper. */
export async function windowReportPdf(context: Context, body: WindowReportBody): Promise<Uint8Array> {
  const { pin, sensitivity, ...report } = await windowReport(context, body)
  const { bond, harm } = sensitivity
  const edge = bond
    .map(({ unknown, share }) => ({ unknown, share: Math.max(share, harm.find(h => h.unknown === unknown)!.share) }))
    .filter(s => s.share >= WORTH_SAYING)
    .sort((a, b) => b.share - a.share)
    .slice(0, MOST_SAID)
    .map(s => ({ share: s.share, words: `${UNKNOWN_NAME[s.unknown]}: ${UNKNOWN_REMEDY[s.unknown]}` }))
  const { units } = await getWorkroom(context)
  const sheet = { ...report, recipe: body.recipe, margins: pin, edge, units }
  return onThread('paper', 'windowPage', sheet, { ...context, smaller: 'Ask again in a moment.' })
}
