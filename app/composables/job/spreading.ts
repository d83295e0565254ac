import { severalOf, type Layout, type LayoutTask } from '#core/layout'
import { GAP_MM, type Part } from '#shared/cutting'
import type { Roll } from '#shared/spreading'
import { createThinner } from './thinner'

const KEY = 'spread'
/** A layout is looked for in so many stretches of so long, ms. */
const STRETCHES = 10, STRETCH_MS = 250

/** The layout of so many garments on a roll, as far as it was looked for. */
export interface Marker {
  rollId: string
  garments: number
  parts: readonly Part[]
  layout: Pick<Layout, 'lengthMm' | 'placements' | 'unlaid'>
  isSettled: boolean
}
const cellOf = (rollId: string, garments: number): string => `${rollId} ${garments}`

/** Looks for the layouts of one and of several garments on several rolls: all of them a first time, then each for a while. */
export function useSpreading() {
  const { ask, end } = useBoardWorkers()
  const found = shallowRef<Record<string, Marker>>({})
  const progress = ref<{ done: number, of: number } | null>(null)
  const problem = ref<string | null>(null)
  const thin = createThinner()
  let question = 0, known = ''

  function stop(): void {
    question++
    end(KEY)
    progress.value = null
  }
  const keep = (m: Marker) => { found.value = { ...found.value, [cellOf(m.rollId, m.garments)]: m } }

  /** @param parts of one garment @param own the layout that the job has already: it is not looked for again */
  async function compare(parts: readonly Part[], rolls: readonly Roll[], counts: readonly number[],
    own: Marker | null = null): Promise<void> {
    stop()
    const mine = question, of = JSON.stringify(parts)
    // Other pieces, other layouts; what was found of the same ones stays.
    if (of !== known) found.value = {}
    known = of
    if (own) keep(own)
    problem.value = null
    const todo = rolls.flatMap(roll => counts.map(garments => ({ roll, garments })))
      .filter(({ roll, garments }) => !found.value[cellOf(roll.id, garments)]?.isSettled)
    if (parts.length === 0 || todo.length === 0) return
    const total = todo.length * (STRETCHES + 1)
    progress.value = { done: 0, of: total }
    const step = () => { if (progress.value) progress.value = { done: progress.value.done + 1, of: total } }
    const asked = todo.map(({ roll, garments }) => {
      const several = severalOf(parts, garments)
      const task: LayoutTask = { pieces: several.map(thin), wideMm: roll.wideMm, gapMm: GAP_MM, pinned: [] }
      return { roll, garments, several, task, id: `${KEY} ${mine} ${cellOf(roll.id, garments)}` }
    })
    try {
      const begun = await Promise.all(asked.map(async ({ id, task, roll, garments, several }) => {
        const layout = await ask(KEY, board => board.firstLayoutFor(id, task), 1)
        if (mine !== question) return layout
        keep({ rollId: roll.id, garments, parts: several, layout, isSettled: false })
        step()
        return layout
      }))
      await Promise.all(asked.map(async ({ id, task, roll, garments, several }, i) => {
        let layout = begun[i]!
        for (let n = 0; n < STRETCHES && mine === question; n++) {
          const from = layout
          layout = await ask(KEY, board => board.improvedLayout(id, task, from, STRETCH_MS, n * 1000 + 1))
          if (mine !== question) return
          keep({ rollId: roll.id, garments, parts: several, layout, isSettled: n === STRETCHES - 1 })
          step()
        }
      }))
    } catch (error) {
      if (mine === question) problem.value = faultOf(error)
    }
    if (mine === question) progress.value = null
  }
  onScopeDispose(stop)
  const markerOf = (rollId: string, garments: number): Marker | null => found.value[cellOf(rollId, garments)] ?? null
  return { markerOf, progress, problem, compare, stop }
}
