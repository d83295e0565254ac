import type { Cover, SoleShape } from '#core/setdown'
import { keepOutOutline } from '#core/mend'
import { placedAt, type MendWork } from '#shared/mending'
import { soleOf } from '#shared/pressing'

type Placed = Extract<MendWork, { place: unknown }>
/** Where the iron in hand is set down on what is placed, and whether a smaller one of the workroom would reach more. */
export function useMendCover(of: () => { work: Placed }) {
  const bench = useBench()
  const library = useLibrary()
  const planning = usePlanning()
  const { answer: cover, problem: coverFault } = useAnswer(
    () => JSON.stringify([of().work.place, of().work.keepOuts, placedAt(of().work), bench.iron?.id, bench.rules.walk]),
    async (): Promise<Cover & { sole: SoleShape, smaller: string | null } | null> => {
      const { iron } = bench, { work } = of()
      if (!iron) return null
      const outline = placedAt(work), keepOuts = work.keepOuts.map(keepOutOutline), { walk } = bench.rules
      const [own, ...others] = await Promise.all([iron, ...library.irons.filter(i => i.id !== iron.id)].map(async i =>
        ({ iron: i, sole: soleOf(i.kind), cover: await planning.coverFor({ outline, sole: soleOf(i.kind), keepOuts, walk }) })))
      const better = others.filter(o => o.cover.covered > own!.cover.covered + 0.001).sort((a, b) => b.cover.covered - a.cover.covered)[0]
      return { ...own!.cover, sole: own!.sole, smaller: better?.iron.name ?? null }
    }, { stays: true },
  )
  return { cover, coverFault }
}
