import type { SurfaceKindKey } from '#core/materials'
import { proofOf } from '#core/learn'
import { adhesiveOf, type Blocked, type EvaluateOptions, type Recipe, type Tack } from '#core/recipe'
import type { OperationKind } from '#core/session'
import { optionsOf } from '#core/window'
import { proofGroundOf, toPressSetup, toKnowledge, toLessons, toProofSwatch, toRecipe } from '#shared/mappers'
import type { Fabric, Iron, Page, SessionOperation, Standing, Supply, Swatch } from '#shared/schemas'

/** How one interfacing is pressed on one cloth with one iron. */
export interface PairWay {
  ironId: string
  recipe: Recipe | null
  standing: Standing
  pressClothId: string | null
  surface: SurfaceKindKey
  predicted: SessionOperation['predicted']
  blocked: Blocked | null
}

/** Swatches of a pairing that are looked through for one that held. */
const LOOKED_AT = 60
/** Which standing comes first. */
const RANK = { proved: 0, toWash: 1, stale: 2, none: 3 } as const
const STANDING = { proved: 'proved', toWash: 'held', stale: 'stale', none: 'estimated' } as const

/** The newest own swatch of a pairing with this iron that held: proved, still to be washed, or proved on other ground. */
function provedOn(
  rows: readonly Swatch[], fabric: Fabric, supply: Supply, iron: Iron, washes: number,
): Omit<PairWay, 'ironId' | 'blocked'> | null {
  const all = rows.map(toProofSwatch)
  const [best] = rows
    .filter(t => t.ironId === iron.id && t.overSupplyIds.length === 0)
    .map((t) => {
      const ground = proofGroundOf(t.recipe, fabric.lot, supply.id, supply.lot, [], iron.id, t.pressClothId, t.surface)
      return { t, state: proofOf(all, ground, washes).state }
    })
    .filter(j => j.state !== 'none')
    .sort((a, b) => RANK[a.state] - RANK[b.state])
  return best
    ? {
        recipe: toRecipe(best.t.recipe), pressClothId: best.t.pressClothId, surface: best.t.surface, predicted: best.t.predicted,
        standing: STANDING[best.state],
      }
    : null
}

/** How each interfacing is pressed on each fabric with each iron: own swatches that held come before what is worked out; known once. */
export function usePairWays() {
  const selection = useSelection()
  const workers = useBoardWorkers()
  const library = useLibrary()
  const known = new Map<string, Promise<PairWay>>()
  const swatches = new Map<string, Promise<Swatch[]>>(), lessons = new Map<string, Promise<EvaluateOptions>>()

  /** The swatches of a pairing, read once. @param since changes when swatches were pressed meanwhile */
  function swatchesOf(fabric: Fabric, supply: Supply, since: number): Promise<Swatch[]> {
    const key = `${fabric.id} ${supply.id} ${since}`
    const asked = swatches.get(key) ?? $fetch<Page<Swatch>>('/api/pairings', {
      query: { fabricId: fabric.id, supplyId: supply.id, size: LOOKED_AT },
    }).then(page => page.rows)
    swatches.set(key, asked)
    asked.catch(() => swatches.delete(key))
    return asked
  }
  /** What the swatches of a pairing taught of this iron, fabric and lot: it counts wherever they are pressed. */
  function taughtOf(fabric: Fabric, supply: Supply, iron: Iron, since: number): Promise<EvaluateOptions> {
    const key = JSON.stringify([fabric.id, fabric.version, supply.id, supply.version, iron.id, iron.version, selection.rules, since])
    const asked = lessons.get(key) ?? teach(fabric, supply, iron, since)
    lessons.set(key, asked)
    asked.catch(() => lessons.delete(key))
    return asked
  }
  async function teach(fabric: Fabric, supply: Supply, iron: Iron, since: number): Promise<EvaluateOptions> {
    if (!supply.adhesive) return {}
    const own = toLessons(await swatchesOf(fabric, supply, since), iron.id, {
      fabric, supplies: library.supplies, irons: library.irons, pressCloths: library.pressCloths, rules: selection.rules,
    })
    if (own.length === 0) return {}
    const before = toPlain(toKnowledge(fabric, supply, iron.settings[0]?.origin ?? 'typical')), plainly = toPlain(own)
    const { contradicts, knowledge } = await workers.ask('pairs', remote => remote.learn(before, plainly))
    return contradicts ? {} : optionsOf(knowledge)
  }

  /** @param over lies over what is stuck on already, outward @param since changes when swatches were pressed meanwhile */
  function wayOf(fabric: Fabric, supply: Supply, iron: Iron, kind: OperationKind, over: readonly Supply[],
    since: number): Promise<PairWay> {
    const key = JSON.stringify([
      fabric.id, fabric.version, supply.id, supply.version, iron.id, iron.version, kind, over.map(s => s.id), selection.pressCloth?.id,
      selection.chosen.surface, selection.rules, since,
    ])
    const asked = known.get(key) ?? workOut(fabric, supply, iron, kind, over, since)
    known.set(key, asked)
    asked.catch(() => known.delete(key))
    return asked
  }

  async function workOut(
    fabric: Fabric, supply: Supply, iron: Iron, kind: OperationKind, over: readonly Supply[], since: number,
  ): Promise<PairWay> {
    const taught = toPlain(await taughtOf(fabric, supply, iron, since))
    const { rules, pressCloth, chosen: { surface } } = selection
    const b = toPlain(toPressSetup(fabric, supply, iron, pressCloth, surface, rules, over))
    const here = { ironId: iron.id, surface, pressClothId: pressCloth?.id ?? null, standing: 'estimated' as const, predicted: null,
      recipe: null }
    if (kind === 'tack') {
      // Under its own paper: no press cloth.
      const tack = await workers.ask<Tack>('pairs', async remote => (await remote.tack(b, taught)) as Tack)
      return 'blocked' in tack ? { ...here, blocked: tack.blocked } : { ...here, pressClothId: null, recipe: tack.recipe, blocked: null }
    }
    const held = over.length === 0 && kind === 'fuse'
      ? provedOn(await swatchesOf(fabric, supply, since), fabric, supply, iron, Number(rules.washes))
      : null
    if (held) return { ...held, recipe: await workers.ask('pairs', remote => remote.cooled(b, toPlain(held.recipe!), taught)),
      ironId: iron.id, blocked: null }
    const answer = await workers.ask('pairs', remote => remote.leading(b, taught))
    if (!answer?.recipe || !answer.course || answer.blocked) return { ...here, blocked: answer?.blocked ?? { why: 'noSettings' } }
    const { finalBond, harm, peakC, flags } = answer.course
    return {
      ...here, recipe: answer.recipe, blocked: null,
      predicted: {
        bond: finalBond, harm, peakC, windowC: [...adhesiveOf(b).windowC], worst: harm >= 0.5 ? (flags[0]?.kind ?? null) : null,
      },
    }
  }
  return { wayOf, taughtOf }
}
