import { drag } from 'd3-drag'
import { select } from 'd3-selection'
import type { Ref } from 'vue'

/**
 * Lets marks of a picture be taken hold of: every element with `data-hold` within it. Moves come in the picture's own units since the
 * hold began.
 */
export function useHolding(
  svg: Readonly<Ref<SVGSVGElement | null>>, act: { begin: (hold: string) => void, move: (hold: string, dx: number, dy: number) => void },
): void {
  const attach = (): void => {
    if (!svg.value) return
    const picture = svg.value
    let from = { x: 0, y: 0 }
    select(picture).selectAll<SVGElement, unknown>('[data-hold]').call(
      drag<SVGElement, unknown>().container(() => picture)
        .on('start', function (e: { x: number, y: number }) {
          from = { x: e.x, y: e.y }
          act.begin((this as SVGElement).dataset.hold!)
        })
        .on('drag', function (e: { x: number, y: number }) {
          act.move((this as SVGElement).dataset.hold!, e.x - from.x, e.y - from.y)
        }),
    )
  }
  onMounted(attach)
  onUpdated(attach)
}
