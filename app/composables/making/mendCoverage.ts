import type { Coverage, SoleShape } from '#core/positions'
import { keepOutOutline } from '#core/mend'
import { placedAt, type MendSpec } from '#shared/making'
import { soleOf } from '#shared/pressing'

type Placed = Extract<MendSpec, { place: unknown }>
/** Where the iron in hand is set down on what is placed, and whether a smaller one of the workroom would reach more. */
export function useMendCoverage(of: () => { spec: Placed }) {
  const selection = useSelection()
  const library = useLibrary()
  const planning = usePlanning()
  const { answer: coverage, problem: coverageFault } = useAnswer(
    () => JSON.stringify([of().spec.place, of().spec.keepOuts, placedAt(of().spec), selection.iron?.id, selection.rules.walk]),
    async (): Promise<Coverage & { sole: SoleShape, smaller: string | null } | null> => {
      const { iron } = selection, { spec } = of()
      if (!iron) return null
      const outline = placedAt(spec), keepOuts = spec.keepOuts.map(keepOutOutline), { walk } = selection.rules
      const [own, ...others] = await Promise.all([iron, ...library.irons.filter(i => i.id !== iron.id)].map(async i =>
        ({ iron: i, sole: soleOf(i.kind), coverage: await planning.coverageFor({ outline, sole: soleOf(i.kind), keepOuts, walk }) })))
      const better = others.filter(o => o.coverage.covered > own!.coverage.covered + 0.001).sort((a, b) =>
        b.coverage.covered - a.coverage.covered)[0]
      return { ...own!.coverage, sole: own!.sole, smaller: better?.iron.name ?? null }
    }, { stays: true },
  )
  return { coverage, coverageFault }
}
