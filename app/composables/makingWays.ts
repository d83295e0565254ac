import type { HemPlan, HemPressed } from '#core/hem'
import type { Body, FeatureKey, FeaturePlan, FlattenPlan } from '#core/seam'
import { LOW_MELT } from '#core/hem'
import type { StuckAsk, StuckPlan } from '#core/mend'
import { toFeatureAsk, toHemAsk, waddingCloth } from '#shared/making'
import type { Bench, Tack } from '#core/recipe'
import type { ClothInput } from '#core/stack'
import { toHabits, toIronInput, toSupplyInput } from '#shared/mappers'
import type { Cloth, Iron, Making, Supply } from '#shared/schemas'

/** How features, hems and joins are pressed with an iron, worked out in a worker; known once. */
export function useMakingWays() {
  const bench = useBench()
  const library = useLibrary()
  const workers = useBoardWorkers()
  const kit = useKit()
  const known = new Map<string, Promise<unknown>>()
  const once = <T>(key: unknown, ask: () => Promise<T>): Promise<T> => {
    const k = JSON.stringify(key)
    const asked = (known.get(k) as Promise<T> | undefined) ?? ask()
    known.set(k, asked)
    asked.catch(() => known.delete(k))
    return asked
  }
  const here = (iron: Iron) => ({ iron, cover: bench.cover, bed: bench.chosen.bed, rules: bench.rules, kit: kit.value })

  function feature(key: FeatureKey, cloth: Cloth, iron: Iron): Promise<FeaturePlan> {
    const ask = plain(toFeatureAsk(key, cloth, here(iron)))
    return once(ask, () => workers.ask('making', remote => remote.feature(ask)))
  }
  function flatten(body: Body, cloth: Cloth, iron: Iron): Promise<FlattenPlan> {
    const ask = plain(toFeatureAsk('crease', cloth, here(iron)))
    return once([ask, body], () => workers.ask('making', remote => remote.flatten(ask, body)))
  }
  /** What of the shelf melts low enough to hold dry. */
  const dryTape = (): Supply | null =>
    library.supplies.find(s => s.family === 'hemTape' && s.resin && LOW_MELT.has(s.resin))
    ?? library.supplies.find(s => s.family === 'web' && s.resin && LOW_MELT.has(s.resin)) ?? null
  function hem(cloth: Cloth, lining: Cloth | null, tape: Supply, turnedPlies: 1 | 2, iron: Iron): Promise<HemPlan> {
    const ask = plain(toHemAsk(cloth, lining, tape, dryTape(), turnedPlies, here(iron)))
    return once(ask, () => workers.ask('making', async remote => (await remote.hem(ask)) as HemPlan))
  }
  function join(m: Making, tape: Supply, iron: Iron): Promise<HemPressed | { bond: number } | null> {
    if (m.work.kind !== 'wadding') return Promise.resolve(null)
    const { rules, cover, chosen: { bed } } = bench
    const ask = plain({
      cloth: waddingCloth(m.work), turnedPlies: 1 as const, tape: toSupplyInput(tape), dryTape: null, lining: null,
      cover: cover?.kind ?? 'muslin' as const, bed, iron: { kind: iron.kind, stops: iron.stops.map(s => ({ ...s })) },
      blendRule: rules.blend, cooling: rules.cooling,
    })
    return once(ask, () => workers.ask('making', async remote => (await remote.tape(ask)) as HemPressed | { bond: number } | null))
  }
  /** A web tacked under its paper on what it is to stick. */
  function tack(item: ClothInput, web: Supply, iron: Iron): Promise<Tack> {
    const { rules, chosen: { bed } } = bench
    const b = plain<Bench>({
      cloth: item, supply: toSupplyInput(web), iron: toIronInput(iron), cover: null, bed, blendRule: rules.blend, habits: toHabits(rules),
    })
    return once([b, 'tack'], () => workers.ask('making', async remote => (await remote.tack(b, {})) as Tack))
  }
  function stuck(ask: StuckAsk): Promise<StuckPlan> {
    const q = plain(ask)
    return once(q, () => workers.ask('making', async remote => (await remote.stuck(q)) as StuckPlan))
  }
  return { feature, flatten, hem, join, stuck, tack, dryTape }
}
