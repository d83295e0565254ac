/** How soon scraps are ranked, a picture's colours known, a sheet of labels set and a mend seen; prints, asserts nothing. */
import { labOf, appearanceOf, madePrint, mendSeen, paletteOf, rankScraps, seenFrom, throughHoles, type Look,
  type Scrap } from '#core/colour'
import { labelOf, labelPages } from '#core/mend'
import { proposeSupport, type ShelfLayer } from '#core/stitch'
import { boxOf } from '#core/geometry'
import { seeded } from '#core/numeric'
import { typesetterFor } from '../server/pdf/faces'
import { few } from './short'

const timed = (work: () => unknown): number => {
  const from = performance.now()
  work()
  return performance.now() - from
}
const median = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!
const ROUNDS = few(5, 1), SCRAPS = few(500, 40)

export async function printMends(): Promise<void> {
  const random = seeded(14), hex = () => `#${Math.floor(random() * 0xFFFFFF).toString(16).padStart(6, '0')}`
  const look = (colours: number): Look => ({
    palette: Array.from({ length: colours }, () => ({ hex: hex(), sharePct: 100 / colours })).map(c => ({ ...c, lab: labOf(c.hex) })),
    figureMm: colours > 1 ? 2 + random() * 20 : null,
  })
  const scraps = Array.from({ length: SCRAPS }, (_, i): Scrap => ({
    id: String(i), wideMm: 100, highMm: 100, massGsm: 120, givePct: 2, washC: 40, face: look(1 + i % 5), back: i % 3 ? null : look(2),
  }))
  const ground = { look: look(4), massGsm: 120, givePct: 2, washC: 40, wideMm: 60, highMm: 60 }
  const markers = ['#704828', '#2d3b6b', '#7d2f3a', '#3a3a3a']
  const ranked = Array.from({ length: ROUNDS }, () => timed(() => rankScraps(ground, scraps, markers)))
  console.log(
    `${SCRAPS} scraps ranked, faces, backs and four markers: ${median(ranked).toFixed(0)} ms median, ${ranked.at(-1)!.toFixed(0)} slowest`)
  const large = madePrint({ kind: 'sprigs', colours: ['#efe6d4', '#3b6b58', '#a64a5a'], repeatMm: 12, wideMm: 400, highMm: 300,
    pxPerMm: few(10, 2), seed: 3 })
  const palettes = Array.from({ length: ROUNDS }, () => timed(() => paletteOf(large)))
  const looks = Array.from({ length: few(3, 1) }, () => timed(() => appearanceOf(large, 1 / few(10, 2))))
  console.log(
    `palette of a picture of ${(large.wide * large.high / 1e6).toFixed(0)} million points: ${median(palettes).toFixed(0)} ms median, `
    + `with its figures ${median(looks).toFixed(0)}`)
  const typeset = await typesetterFor('bold')
  const spec = { wideMm: 58, highMm: 16, sizeMm: 4, borderMm: 1.5 }
  const sheet = (n: number) => labelPages(
    Array.from({ length: n }, (_, i) => labelOf({ ...spec, lines: [`STEWARD ${i}`] }, typeset)), { wide: 210, high: 297 },
  )
  for (const n of [11, 40]) {
    const ms = Array.from({ length: ROUNDS }, () => timed(() => sheet(n)))
    console.log(`${n} labels set and laid on their sheets: ${median(ms).toFixed(0)} ms median`)
  }
  const base = madePrint({ kind: 'stripes', colours: ['#9b2d30', '#f0e7d2'], repeatMm: 14, wideMm: 100, highMm: 70, pxPerMm: 3, seed: 1 })
  const over = madePrint({ kind: 'plain', colours: ['#942a2e'], repeatMm: 14, wideMm: 100, highMm: 70, pxPerMm: 3, seed: 2 })
  const hole = boxOf({ left: 35, right: 65, bottom: 25, top: 45 }).rim, torn = throughHoles(base, over, [hole], 3)
  const seenMs = timed(() => [0.5, 1, 3].map(m => mendSeen(seenFrom(torn, 3, m), seenFrom(base, 3, m), [hole])))
  console.log(`a mend seen from three distances: ${seenMs.toFixed(0)} ms`)
  const shelf = Array.from({ length: 40 }, (_, i): ShelfLayer => ({
    id: String(i), name: '', kind: (['fused', 'cutAway', 'tearAway', 'softMesh', 'washAway'] as const)[i % 5]!, massGsm: 30 + i * 2,
    giveAcrossPct: 2, giveAlongPct: 2,
  }))
  const design = { parts: [{ name: 'Shield', outline: boxOf({ left: 0, right: 60, bottom: 0, top: 60 }), stitches: 5200, satinMm: 3,
    travelMm: 0 }] }
  const jersey = { massGsm: 190, giveAcrossPct: 34, giveAlongPct: 12 }
  console.log(
    `the lightest set under an embroidery out of ${shelf.length} layers: `
    + `${timed(() => proposeSupport(design, jersey, shelf)).toFixed(0)} ms`)
}
