import { habitsOf } from '#shared/house'
import { enoughOf } from '#shared/cutting'
import type { PairPast } from '#shared/mappers'
import { toEvidence, toIronInput, toMatchFabric, toMatchSupply } from '#shared/mappers'
import type { Supply } from '#shared/schemas'
import { otherRoll } from '#shared/spreading'

const KEY = 'substitutes',
  SHOWN = 3

/** What else would do where a lot is too short: the best of the shelf for the same fabric and place of which there is enough. */
export function useSubstitutes() {
  const { ask, end } = useBoardWorkers()
  const selection = useSelection()
  const wish = useWish()
  const library = useLibrary()
  const found = shallowRef<Supply[] | null>(null)
  const problem = ref<string | null>(null)

  /** @param needM length on the supply that is short, m; others are taken as wide */
  async function look(fabricId: string, placeKey: string | null, insteadOf: Supply, needM: number): Promise<void> {
    end(KEY)
    found.value = null
    const fabric = library.fabrics.find(c => c.id === fabricId)
    if (!fabric || !selection.iron) return
    try {
      const { supplies, past } = await $fetch<{ supplies: Supply[], past: Record<string, PairPast> }>('/api/match/shelf', {
        query: { fabricId },
      })
      const query = toPlain({
        fabric: toMatchFabric(fabric),
        evidence: toEvidence(fabric),
        blendRule: selection.blendRule,
        allowance: selection.rules.allowance,
        place: { ...(wish.places.find(p => p.key === placeKey) ?? wish.place) },
        stiffness: null,
        drapeKept: false,
        care: { ...wish.wished.care },
        iron: toIronInput(selection.iron),
        pressCloth: selection.pressCloth?.kind ?? null,
        surface: selection.chosen.surface,
        needM2: 0,
        habits: habitsOf(selection.rules),
      })
      const shelf = toPlain(enoughOf(supplies, insteadOf, needM).map(s => toMatchSupply(s, past[s.id], query.fabric)))
      const id = Date.now()
      const { match } = await ask(KEY, async (remote) => {
        await remote.hold(id, shelf)
        return remote.rank(query)
      })
      const others = match.ranked
        .filter(c => c.supplies.length === 1 && c.supplies[0]!.family === insteadOf.family)
        .flatMap(({ supplies: [own] }) => supplies.find(s => s.id === own!.id) ?? [])
      // Another roll of the very same comes before anything else.
      const isSame = (s: Supply) => otherRoll(s, insteadOf) !== 'interfacing'
      found.value = [...others.filter(isSame), ...others.filter(s => !isSame(s))].slice(0, SHOWN)
      problem.value = null
    } catch (error) {
      problem.value = faultOf(error)
    }
  }
  onScopeDispose(() => end(KEY))
  return { found, problem, look }
}
