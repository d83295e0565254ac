import type { BedKindKey } from '#core/materials'
import { proofOf } from '#core/learn'
import { COLD_C, resinOf, TOUCH_C, type Blocked, type EvaluateOptions, type Recipe, type Tack } from '#core/recipe'
import type { OperationKind } from '#core/run'
import { optionsOf } from '#core/window'
import { groundOf, toBench, toKnowledge, toLessons, toProofTrial, toRecipe } from '#shared/mappers'
import type { Cloth, Iron, Page, RunOperation, Standing, Supply, Trial } from '#shared/schemas'

/** How one backing is pressed on one cloth with one iron. */
export interface PairWay {
  ironId: string
  recipe: Recipe | null
  standing: Standing
  coverId: string | null
  bed: BedKindKey
  predicted: RunOperation['predicted']
  blocked: Blocked | null
}

/** Swatches of a pairing that are looked through for one that held. */
const LOOKED_AT = 60
/** Which standing comes first. */
const RANK = { proved: 0, toWash: 1, stale: 2, none: 3 } as const
const STANDING = { proved: 'proved', toWash: 'held', stale: 'stale', none: 'estimated' } as const

/** The newest own swatch of a pairing with this iron that held: proved, still to be washed, or proved on other ground. */
function provedOn(
  rows: readonly Trial[], cloth: Cloth, supply: Supply, iron: Iron, washes: number,
): Omit<PairWay, 'ironId' | 'blocked'> | null {
  const all = rows.map(toProofTrial)
  const [best] = rows
    .filter(t => t.ironId === iron.id && t.overSupplyIds.length === 0)
    .map((t) => {
      const ground = groundOf(t.recipe, cloth.lot, supply.id, supply.lot, [], iron.id, t.coverId, t.bed)
      return { t, state: proofOf(all, ground, washes).state }
    })
    .filter(j => j.state !== 'none')
    .sort((a, b) => RANK[a.state] - RANK[b.state])
  return best
    ? {
        recipe: toRecipe(best.t.recipe), coverId: best.t.coverId, bed: best.t.bed, predicted: best.t.predicted,
        standing: STANDING[best.state],
      }
    : null
}

/** How each backing is pressed on each cloth with each iron: own swatches that held come before what is worked out; known once. */
export function usePairWays() {
  const bench = useBench()
  const workers = useBoardWorkers()
  const library = useLibrary()
  const known = new Map<string, Promise<PairWay>>()
  const swatches = new Map<string, Promise<Trial[]>>(), lessons = new Map<string, Promise<EvaluateOptions>>()

  /** The swatches of a pairing, read once. @param since changes when swatches were pressed meanwhile */
  function swatchesOf(cloth: Cloth, supply: Supply, since: number): Promise<Trial[]> {
    const key = `${cloth.id} ${supply.id} ${since}`
    const asked = swatches.get(key) ?? $fetch<Page<Trial>>('/api/pairings', {
      query: { clothId: cloth.id, supplyId: supply.id, size: LOOKED_AT },
    }).then(page => page.rows)
    swatches.set(key, asked)
    asked.catch(() => swatches.delete(key))
    return asked
  }
  /** What the swatches of a pairing taught of this iron, cloth and lot: it counts wherever they are pressed. */
  function taughtOf(cloth: Cloth, supply: Supply, iron: Iron, since: number): Promise<EvaluateOptions> {
    const key = JSON.stringify([cloth.id, cloth.version, supply.id, supply.version, iron.id, iron.version, bench.rules, since])
    const asked = lessons.get(key) ?? teach(cloth, supply, iron, since)
    lessons.set(key, asked)
    asked.catch(() => lessons.delete(key))
    return asked
  }
  async function teach(cloth: Cloth, supply: Supply, iron: Iron, since: number): Promise<EvaluateOptions> {
    if (!supply.resin) return {}
    const own = toLessons(await swatchesOf(cloth, supply, since), iron.id, {
      cloth, supplies: library.supplies, irons: library.irons, covers: library.covers, rules: bench.rules,
    })
    if (own.length === 0) return {}
    const before = plain(toKnowledge(cloth, supply, iron.stops[0]?.origin ?? 'typical')), plainly = plain(own)
    const { contradicts, knowledge } = await workers.ask('pairs', remote => remote.learn(before, plainly))
    return contradicts ? {} : optionsOf(knowledge)
  }

  /** @param over lies over what is stuck on already, outward @param since changes when swatches were pressed meanwhile */
  function wayOf(cloth: Cloth, supply: Supply, iron: Iron, kind: OperationKind, over: readonly Supply[], since: number): Promise<PairWay> {
    const key = JSON.stringify([
      cloth.id, cloth.version, supply.id, supply.version, iron.id, iron.version, kind, over.map(s => s.id), bench.cover?.id,
      bench.chosen.bed, bench.rules, since,
    ])
    const asked = known.get(key) ?? workOut(cloth, supply, iron, kind, over, since)
    known.set(key, asked)
    asked.catch(() => known.delete(key))
    return asked
  }

  async function workOut(
    cloth: Cloth, supply: Supply, iron: Iron, kind: OperationKind, over: readonly Supply[], since: number,
  ): Promise<PairWay> {
    const taught = plain(await taughtOf(cloth, supply, iron, since))
    const { rules, cover, chosen: { bed } } = bench
    const b = plain(toBench(cloth, supply, iron, cover, bed, rules, over))
    const here = { ironId: iron.id, bed, coverId: cover?.id ?? null, standing: 'estimated' as const, predicted: null, recipe: null }
    if (kind === 'tack') {
      // Under its own paper: no cover.
      const tack = await workers.ask<Tack>('pairs', async remote => (await remote.tack(b, taught)) as Tack)
      return 'blocked' in tack ? { ...here, blocked: tack.blocked } : { ...here, coverId: null, recipe: tack.recipe, blocked: null }
    }
    const held = over.length === 0 && kind === 'fuse'
      ? provedOn(await swatchesOf(cloth, supply, since), cloth, supply, iron, Number(rules.washes))
      : null
    const untilC = rules.cooling === 'touch' ? TOUCH_C : COLD_C
    const lies = async (recipe: Recipe): Promise<Recipe> => ({
      ...recipe, coolS: await workers.ask('pairs', remote => remote.lies(b, plain(recipe), untilC, taught)),
    })
    if (held) return { ...held, recipe: await lies(held.recipe!), ironId: iron.id, blocked: null }
    const answer = await workers.ask('pairs', remote => remote.leading(b, taught, rules.moisture))
    if (!answer?.recipe || !answer.course || answer.blocked) return { ...here, blocked: answer?.blocked ?? { why: 'noStops' } }
    const { finalBond, harm, peakC, flags } = answer.course
    return {
      ...here, recipe: await lies(answer.recipe), blocked: null,
      predicted: {
        bond: finalBond, harm, peakC, windowC: [...resinOf(b).windowC], worst: harm >= 0.5 ? (flags[0]?.kind ?? null) : null,
      },
    }
  }
  return { wayOf, taughtOf }
}
