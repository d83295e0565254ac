import { boardSeconds } from '#core/run'
import { isPressed, type HemRefusal } from '#core/hem'
import type { Recipe } from '#core/recipe'
import { operationsOfMaking, outlineAbout, printsAlong, type MadeMaking } from '#shared/making'
import type { Iron, Making } from '#shared/schemas'
import type { Work, WorkWay } from '~/stores/planning'

/** How one of them is pressed with an iron; no recipe where it is done without heat, or not at all. */
interface Way {
  recipe: Recipe | null
  coverKind: string | null
  touches: number
  cold: boolean
  refusal: HemRefusal | null
}

/** From the makings of a job to what is planned of them under the iron. */
export function useMakingWorks() {
  const bench = useBench()
  const library = useLibrary()
  const ways = useMakingWays()
  const clothOf = (id: string | null) => library.cloths.find(c => c.id === id) ?? null
  const supplyOf = (id: string | null) => library.supplies.find(s => s.id === id) ?? null
  const tapes = () => library.supplies.filter(s => s.family === 'hemTape' && s.resin)

  async function wayOf(m: Making, made: MadeMaking, iron: Iron): Promise<Way> {
    const none: Way = { recipe: null, coverKind: null, touches: 1, cold: false, refusal: null }
    if (made.work.how === 'tape') {
      const tape = supplyOf(m.supplyId) ?? tapes()[0]
      if (!tape) return { ...none, refusal: { why: 'noTape' } }
      const joined = await ways.join(m, tape, iron)
      if (!joined || !isPressed(joined)) return { ...none, refusal: { why: 'neverBonds', bond: joined?.bond ?? 0 } }
      return { ...none, recipe: joined.recipe, coverKind: bench.cover?.kind ?? 'muslin' }
    }
    const cloth = clothOf(made.clothId ?? m.clothIds[0] ?? null)
    if (!cloth) return none
    if (made.work.how === 'hem') {
      const tape = supplyOf(m.supplyId) ?? tapes()[0]
      if (!tape) return { ...none, refusal: { why: 'noTape' } }
      const plan = await ways.hem(cloth, clothOf(m.liningId), tape, made.work.turnedPlies, iron)
      const pressed = plan.how === 'damp' ? plan : plan.dry
      return pressed
        ? { ...none, recipe: pressed.recipe, coverKind: bench.cover?.kind ?? 'muslin' }
        : { ...none, refusal: plan.how === 'refused' ? plan.because : null }
    }
    if (made.work.how === 'flatten') {
      const flat = await ways.flatten(made.work.body, cloth, iron)
      return { ...none, recipe: flat.recipe, coverKind: flat.crease.cover, cold: flat.crease.means === 'cold' }
    }
    const plan = await ways.feature(made.work.feature, cloth, iron)
    return { ...none, recipe: plan.recipe, coverKind: plan.cover, touches: plan.touches, cold: plan.means === 'cold' }
  }

  async function workOf(m: Making, made: MadeMaking, needs: readonly string[]): Promise<Work> {
    const cloth = clothOf(made.clothId ?? m.clothIds[0] ?? null)
    const each = await Promise.all(library.irons.map(async iron => ({ iron, way: await wayOf(m, made, iron) })))
    const pressed = each.flatMap(({ iron, way }): WorkWay[] => {
      if (!way.recipe) return []
      const once = printsAlong(made.lines, iron.kind)
      // Where one touch may not be long all places are gone over again.
      const prints = Array.from({ length: way.touches }, () => once).flat().slice(0, 400)
      return [{
        ironId: iron.id, recipe: way.recipe, standing: 'estimated', predicted: null, blocked: null, bed: bench.chosen.bed,
        coverId: library.covers.find(c => c.kind === way.coverKind)?.id ?? null, prints, cover: null, share: null,
        boardS: boardSeconds({ kind: made.kind, recipe: way.recipe, prints: prints.length }),
      }]
    })
    const cold = pressed.length === 0 && each.some(e => e.way.cold)
    return {
      ...made, kind: cold ? 'fingers' : made.kind, needs: [...needs, ...made.needs], piece: null, clothName: cloth?.name ?? '',
      supplyName: supplyOf(made.supplyId)?.name ?? null, colourHex: cloth?.colourHex ?? '#d9d0bd', motion: 'still', ways: pressed,
      blocked: pressed.length > 0 || cold ? null : { why: 'noStops' },
      refusal: pressed.length > 0 || cold ? null : each.find(e => e.way.refusal)?.way.refusal ?? null,
      outline: outlineAbout(made.lines), keepOuts: [],
    }
  }

  /** @param settles operations that settle a cloth, by cloth: it is settled before anything on it is pressed */
  async function worksOf(makings: readonly Making[], settles: ReadonlyMap<string, string>, cannot: { name: string, why: string }[]) {
    const all = makings.flatMap((m) => {
      try {
        return operationsOfMaking(m).map(made => ({ m, made }))
      } catch (error) {
        cannot.push({ name: m.name, why: (error as Error).message })
        return []
      }
    })
    return Promise.all(all.map(({ m, made }) => {
      const settle = made.clothId ? settles.get(made.clothId) : undefined
      return workOf(m, made, settle ? [settle] : [])
    }))
  }
  return { worksOf }
}
