import { contours } from 'd3-contour'
import { areaMm2, outlineOf, thinned, type Outline, type Ring } from '#core/geometry'
import type { Picture } from '#core/colour'

/** Traced on a picture no finer than this, points along its longer side. */
const LONGEST_PX = 420
/** Specks are no letters, mm²; a traced line stands no further off than this, mm. */
const LEAST_MM2 = 12, OFF_MM = 0.25
const MOST = 60

/**
 * What stands out from its ground in a picture, as outlines in mm, y upward: the line half-way between its lightest and its darkest.
 * @param dark the letters are the darker of the two @throws RangeError where nothing stands out
 */
export function tracedOutlines({ rgba, wide, high }: Picture, mmPerPoint: number, dark: boolean): Outline[] {
  const step = Math.max(1, Math.ceil(Math.max(wide, high) / LONGEST_PX)), w = Math.floor(wide / step), h = Math.floor(high / step)
  const light = new Float64Array(w * h)
  for (let y = 0; y < h; y++) for (let x = 0; x < w; x++) {
    let sum = 0
    for (let dy = 0; dy < step; dy++) for (let dx = 0; dx < step; dx++) {
      const at = ((y * step + dy) * wide + x * step + dx) * 4
      sum += 0.2126 * rgba[at]! + 0.7152 * rgba[at + 1]! + 0.0722 * rgba[at + 2]!
    }
    light[y * w + x] = (dark ? -1 : 1) * sum / (step * step)
  }
  const sorted = Float64Array.from(light).sort(), low = sorted[Math.floor(sorted.length * 0.03)]!,
    top = sorted[Math.floor(sorted.length * 0.97)]!
  if (top - low < 25) throw new RangeError(
    'Picture: we cannot see an outline in it. Photograph it on a plain background, in even light.')
  const [found] = contours().size([w, h]).thresholds([(low + top) / 2])(Array.from(light))
  const to = (ring: number[][]): Ring => thinned(ring.slice(0, -1).map(([x, y]) =>
    ({ x: x! * step * mmPerPoint, y: -y! * step * mmPerPoint })), OFF_MM)
  return (found?.coordinates ?? []).flatMap((polygon): Outline[] => {
    const [rim, ...holes] = polygon.map(to)
    return rim && rim.length > 2 ? [outlineOf(rim, holes.filter(r => r.length > 2))] : []
  }).filter(o => areaMm2(o) > LEAST_MM2).sort((a, b) => areaMm2(b) - areaMm2(a)).slice(0, MOST)
}
