import { boardSeconds, isByHand, MOST_PLACEMENTS } from '#core/session'
import type { Coverage, CoverageQuestion } from '#core/positions'
import { operationsOfMaking, outlineAbout, placementsAlong, type MadeMaking } from '#shared/making'
import { circled } from '#shared/circled'
import { soleOf } from '#shared/pressing'
import type { Making } from '#shared/schemas'
import type { LeftOut, PlannedWork, WorkWay } from '#shared/planned'

/** An operation that is a shape, and no line along which the sole goes. */
type Covering = (q: CoverageQuestion) => Promise<Coverage>

/** From the makings of a job to what is planned of them under the iron. */
export function useMakingWorks(coverageFor: Covering, since: () => number) {
  const selection = useSelection()
  const library = useLibrary()
  const { wayOf } = useMakingHow(since)
  const fabricOf = (id: string | null) => library.fabrics.find(c => c.id === id) ?? null
  const supplyOf = (id: string | null) => library.supplies.find(s => s.id === id) ?? null

  async function workOf(m: Making, made: MadeMaking, needs: readonly string[]): Promise<PlannedWork> {
    const fabric = fabricOf(made.fabricId ?? m.fabricIds[0] ?? null)
    const each = await Promise.all(library.irons.map(async iron => ({ iron, way: await wayOf(m, made, iron) })))
    const outline = made.area ?? outlineAbout(made.lines)
    const pressed = (await Promise.all(each.map(async ({ iron, way }): Promise<WorkWay[]> => {
      if (!way.recipe) return []
      const covering = made.area
        ? await coverageFor({ outline: made.area, sole: soleOf(iron.kind), keepOuts: made.keepOuts, walk: selection.rules.walk })
        : null
      const once = covering?.placements ?? placementsAlong(made.lines, iron.kind)
      if (once.length === 0) return []
      const { recipe, share } = circled({ motion: made.motion, outline: made.area }, way.recipe, once, iron)
      // Where one touch may not be long all places are gone over again.
      const placements = Array.from({ length: way.touches }, () => once).flat().slice(0, MOST_PLACEMENTS)
      return [{
        ironId: iron.id, recipe, standing: 'estimated', predicted: null, blocked: null, surface: selection.chosen.surface,
        pressClothId: library.pressCloths.find(c => c.kind === way.pressClothKind)?.id ?? null, placements, coverage: covering, share,
        boardS: boardSeconds({ kind: made.kind, recipe, placements: placements.length }),
      }]
    }))).flat()
    const cold = pressed.length === 0 && each.some(e => e.way.cold)
    return {
      ...made, kind: cold ? 'fingers' : made.kind, needs: [...needs, ...made.needs], piece: null, fabricName: fabric?.name ?? '',
      supplyName: supplyOf(made.supplyId)?.name ?? null, colourHex: fabric?.colourHex ?? '#d9d0bd', motion: made.motion, ways: pressed,
      blocked: pressed.length > 0 || cold || isByHand(made.kind) ? null : { why: 'noSettings' },
      refusal: pressed.length > 0 || cold ? null : each.find(e => e.way.refusal)?.way.refusal ?? null,
      mendRefusal: pressed.length > 0 ? null : each.find(e => e.way.mendRefusal)?.way.mendRefusal ?? null,
      outline: isByHand(made.kind) ? null : outline, keepOuts: made.keepOuts,
    }
  }

  /** @param preshrinks operations that preshrink a fabric, by fabric: it is preshrunk before anything on it is pressed */
  async function worksOf(makings: readonly Making[], preshrinks: ReadonlyMap<string, string>, cannot: LeftOut[]) {
    const all = makings.flatMap((m) => {
      try {
        return operationsOfMaking(m).map(made => ({ m, made }))
      } catch (error) {
        cannot.push({ name: m.name, why: faultWords(error) })
        return []
      }
    })
    return Promise.all(all.map(({ m, made }) => {
      const preshrink = made.fabricId ? preshrinks.get(made.fabricId) : undefined
      return workOf(m, made, preshrink ? [preshrink] : [])
    }))
  }
  return { worksOf }
}
