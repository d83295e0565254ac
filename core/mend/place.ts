import { areaMm2, boundsOf, boxOf, intersection, offset, outlineOf, rotated, shifted, type Outline, type Point } from '../geometry'

/** Where on a garment, by measures as a tailor takes them: down from the neck edge, across from the centre line. */
export interface GarmentPlace {
  on: GarmentView
  /** Down from the neck edge, or from the upper edge of what has no neck, mm. */
  downMm: number
  /** To the wearer's left of the centre line, mm; to the right below 0. */
  asideMm: number
  turnDeg: number
}
export const GARMENT_VIEWS = ['front', 'back', 'sleeve', 'flap', 'banner'] as const
export type GarmentView = typeof GARMENT_VIEWS[number]
type KeepOutKind = 'button' | 'zip' | 'seam' | 'other'
/** What the sole must not stand on, in the same measures. */
export interface KeepOut { kind: KeepOutKind, downMm: number, asideMm: number, wideMm: number, highMm: number }

/** The sole keeps so far off what it must not stand on, mm: as its positions do. */
const CLEAR_MM = 5

/** Garments as they lie, mm: x to the wearer's left, y up, the neck edge or upper edge at the origin. */
export const GARMENTS: Record<GarmentView, { name: string, outline: Outline, neck: boolean }> = {
  front: { name: 'Front', neck: true, outline: shirt(70) },
  back: { name: 'Back', neck: true, outline: shirt(22) },
  sleeve: {
    name: 'Sleeve', neck: false, outline: ring([[-80, 0], [80, 0], [110, -600], [-110, -600]]),
  },
  flap: { name: 'Flap', neck: false, outline: ring([[-165, 0], [165, 0], [165, -190], [130, -215], [-130, -215], [-165, -190]]) },
  banner: { name: 'Flat', neck: false, outline: boxOf({ left: -600, right: 600, bottom: -900, top: 0 }) },
}
function ring(points: [number, number][]): Outline {
  return outlineOf(points.map(([x, y]) => ({ x, y })))
}
/** A shirt laid flat, its neck cut so deep. */
function shirt(neckMm: number): Outline {
  const half: [number, number][] = [
    [0, 0], [50, neckMm * 0.35], [85, neckMm], [225, neckMm - 45], [400, -160], [320, -270], [265, -210], [270, -640], [0, -650],
  ]
  return ring([...half, ...half.slice(1, -1).reverse().map(([x, y]): [number, number] => [-x, y])])
}

const at = ({ downMm, asideMm }: Pick<GarmentPlace, 'downMm' | 'asideMm'>): Point => ({ x: asideMm, y: -downMm })
/** An outline with its middle laid where the measures say, turned so far. */
export function laidAt(outline: Outline, place: GarmentPlace): Outline {
  const { left, bottom, wideMm, highMm } = boundsOf(outline), to = at(place)
  return shifted(rotated(shifted(outline, -left - wideMm / 2, -bottom - highMm / 2), place.turnDeg), to.x, to.y)
}
export function keepOutOutline(k: KeepOut): Outline {
  const p = at(k)
  return boxOf({ left: p.x - k.wideMm / 2, right: p.x + k.wideMm / 2, bottom: p.y - k.highMm / 2, top: p.y + k.highMm / 2 })
}

export type PlaceFault = { why: 'over', kind: KeepOutKind } | { why: 'near', kind: KeepOutKind } | { why: 'off' }
/**
 * What is wrong with a place: it lies over a button, zip, seam or the like, or partly off the garment; or it lies so near that the sole has
 * to be kept off one.
 */
export function faultsOf(laid: Outline, on: GarmentView, keepOuts: readonly KeepOut[]): PlaceFault[] {
  const faults: PlaceFault[] = []
  const inside = intersection([laid], [GARMENTS[on].outline])
  const area = (all: readonly Outline[]) => all.reduce((s, o) => s + areaMm2(o), 0)
  if (area(inside) < areaMm2(laid) * 0.999) faults.push({ why: 'off' })
  for (const k of keepOuts) {
    const box = keepOutOutline(k)
    if (intersection([laid], [box]).length > 0) faults.push({ why: 'over', kind: k.kind })
    else if (intersection([laid], offset([box], CLEAR_MM)).length > 0) faults.push({ why: 'near', kind: k.kind })
  }
  return faults
}
