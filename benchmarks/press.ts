/** How positions and orders come out against their bounds, and how soon; prints, asserts nothing. */
import { BLOCKS, outlinesOf, usualMeasures } from '#core/cut'
import { arc, areaMm2, boundsOf, outlineOf, type Outline } from '#core/geometry'
import { IRON_KINDS, type IronKindKey } from '#core/materials'
import { seeded } from '#core/numeric'
import { ableTask, improveOrder, orderBoundS, orderOf, scheduleOf, type Operation, type OrderTask } from '#core/order'
import { foldSession, type SessionEvent, type PlannedOperation } from '#core/session'
import { bearingOutline, coverPiece, type Coverage } from '#core/positions'
import { soleOf } from '#shared/pressing'
import { few } from './short'

const ALLOWANCES = { seam: 10, hem: 40, front: 12 }
const quantile = (all: readonly number[], q: number): number => {
  const sorted = [...all].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))]!
}
const timed = <T>(work: () => T): [T, number] => {
  const from = performance.now(), value = work()
  return [value, performance.now() - from]
}

function printBlocks(): void {
  for (const kind of ['household', 'travel'] as IronKindKey[]) {
    const rows = BLOCKS.slice(0, few(BLOCKS.length, 4)).map((block) => {
      const [outline] = outlinesOf(block.draw(usualMeasures(block)), ALLOWANCES, { how: 'inside', byMm: 2 }).interfacing
      const [coverage, ms] = timed(() => coverPiece({ outline: outline!, sole: soleOf(kind), keepOuts: [], walk: 'middle' }))
      return { name: block.name, ms, coverage, outline: outline! }
    })
    const front = rows.find(r => r.name.includes('oat front')) ?? rows[0]!
    const slowest = [...rows].sort((a, b) => b.ms - a.ms)[0]!
    console.log(`set-downs of a ${IRON_KINDS[kind].name.toLowerCase()}: ${front.name} ${front.coverage.placements.length} `
      + `(bound ${front.coverage.bound}) in ${front.ms.toFixed(0)} ms; `
      + `slowest of ${rows.length} blocks ${slowest.name}, ${slowest.ms.toFixed(0)} ms`)
    const buttons = [0.3, 0.5, 0.7].map((y): Outline => {
      const b = boundsOf(front.outline)
      return outlineOf(arc({ x: b.left + b.wideMm * 0.3, y: b.bottom + b.highMm * y }, 10, 0, 360, 0.3).slice(0, -1))
    })
    const [kept, ms] = timed(() => coverPiece({ outline: front.outline, sole: soleOf(kind), keepOuts: buttons, walk: 'middle' }))
    const tips = kept.placements.filter(p => p.tip).length
    console.log(`  with three buttons on it: ${kept.placements.length}, ${tips} of them by the tip, `
      + `${(kept.covered * 100).toFixed(2)} % in ${ms.toFixed(0)} ms`)
  }
}

/** A closed outline at random: spokes of random length about a middle. */
function drawnOutline(random: () => number): Outline {
  const n = 4 + Math.floor(random() * 9), size = 60 + random() * 360
  return outlineOf(Array.from({ length: n }, (_, i) => {
    const r = size * (0.35 + 0.65 * random()), a = (i / n) * 2 * Math.PI
    return { x: r * Math.cos(a), y: r * Math.sin(a) }
  }))
}
const OUTLINES = few(300, 9)
function printRandom(): void {
  const random = seeded(12), all: { coverage: Coverage, soles: number, ms: number }[] = []
  const kinds: IronKindKey[] = ['household', 'travel', 'heatPress']
  for (let i = 0; i < OUTLINES; i++) {
    const outline = drawnOutline(random), kind = kinds[i % kinds.length]!
    const [coverage, ms] = timed(() => coverPiece({ outline, sole: soleOf(kind), keepOuts: [], walk: 'middle' }))
    all.push({ coverage, ms, soles: areaMm2(outline) / areaMm2(bearingOutline(soleOf(kind))) })
  }
  const ratio = (list: typeof all) => list.map(c => c.coverage.placements.length / c.coverage.bound)
  const large = all.filter(c => c.soles > 3)
  const said = (list: typeof all) => {
    const of = ratio(list)
    return `median ${quantile(of, 0.5).toFixed(2)}, 95th ${quantile(of, 0.95).toFixed(2)}, worst ${Math.max(...of).toFixed(2)}`
  }
  console.log(`${OUTLINES} random outlines: least covered ${(Math.min(...all.map(c => c.coverage.covered)) * 100).toFixed(3)} %; `
    + `count ÷ bound ${said(all)}; the ${large.length} larger than three soles ${said(large)}; `
    + `median ${quantile(all.map(c => c.ms), 0.5).toFixed(0)} ms, slowest ${Math.max(...all.map(c => c.ms)).toFixed(0)} ms`)
}

const IRONS = ['first', 'second'].map(id => ({ id, nowC: 20, warmCPerS: 2, coolCPerS: 0.2, shutsOffAfterS: id === 'first' ? 480 : null }))
function drawnTask(count: number, irons: number, seed: number): OrderTask {
  const random = seeded(seed), below = (n: number) => Math.floor(random() * n)
  const operations = Array.from({ length: count }, (_, i): Operation => {
    const soleC = [110, 150, 190][below(3)]!, boardS = 20 + below(280), damp = below(4) === 0
    return {
      id: String(i), coolS: 60 + below(240),
      needs: i > 0 && below(4) === 0 ? [String(below(i))] : [],
      ways: IRONS.slice(0, irons).map(iron => ({ ironId: iron.id, soleC, boardS: boardS * (iron.id === 'first' ? 1 : 2), damp })),
    }
  })
  return ableTask({ operations, irons: IRONS.slice(0, irons), places: 3 })
}
function bestOfRandom(task: OrderTask, count: number, seed: number): number {
  const random = seeded(seed)
  let best = Infinity
  for (let k = 0; k < count; k++) {
    const left = new Set(task.operations.map((_, i) => i)), moves: { op: number, way: number }[] = []
    while (left.size > 0) {
      const may = [...left].filter(i => task.operations[i]!.needs.every(n => !left.has(Number(n))))
      const op = may[Math.floor(random() * may.length)]!
      left.delete(op)
      moves.push({ op, way: Math.floor(random() * task.operations[op]!.ways.length) })
    }
    best = Math.min(best, scheduleOf(task, moves).finishS)
  }
  return best
}
const LOOK_MS = few(2000, 100)
function printOrders(): void {
  for (const irons of [1, 2]) {
    const exact = Array.from({ length: few(12, 1) }, (_, seed) => timed(() => orderOf(drawnTask(few(9, 6), irons, seed + 1)))[1])
    console.log(`9 operations, ${irons} iron${irons > 1 ? 's' : ''}, every order: median ${quantile(exact, 0.5).toFixed(0)} ms, `
      + `slowest ${Math.max(...exact).toFixed(0)} ms`)
    const over = Array.from({ length: few(5, 1) }, (_, seed) => {
      const task = drawnTask(60, irons, seed + 1), from = performance.now()
      let order = orderOf(task)
      const firstMs = performance.now() - from, first = order.schedule.finishS
      for (let n = 0; performance.now() - from < LOOK_MS; n++) order = improveOrder(task, order, 60, n)
      const bound = orderBoundS(task)
      return {
        firstMs, first: first / bound, ratio: order.schedule.finishS / bound,
        random: order.schedule.finishS / bestOfRandom(task, few(1000, 20), seed),
      }
    })
    console.log(`60 operations, ${irons} iron${irons > 1 ? 's' : ''}: first ${over.map(o => o.first.toFixed(3)).join(' ')} of the bound `
      + `after ${Math.max(...over.map(o => o.firstMs)).toFixed(0)} ms; after 2 s ${over.map(o => o.ratio.toFixed(3)).join(' ')}; `
      + `against the best of 1,000 random orders ${over.map(o => o.random.toFixed(3)).join(' ')}`)
  }
}

function printFold(): void {
  const works = Array.from({ length: 60 }, (_, i): PlannedOperation => ({
    id: String(i), kind: 'fuse', needs: [], ironId: 'first', placements: 8,
    recipe: {
      method: 'dry', setting: { label: 'wool', meanC: 150, swingC: 5, origin: 'typical' }, firstSide: 'back', passes: 1, warmS: 0,
      holdS: 12,
      secondS: null, lean: 'weight', pressureKPa: 1, pressClothWaterGsm: 0, mistGsm: 0, steamGM2S: 0, steamS: 0, coolS: 60, tableS: 0,
    },
  }))
  const events = works.flatMap((w, i) => Array.from({ length: 8 }, (_, placement): SessionEvent[] => [
    { key: `${i} ${placement} d`, device: 'board', atS: i * 200 + placement * 20, kind: 'down', op: w.id, placement },
    { key: `${i} ${placement} l`, device: 'board', atS: i * 200 + placement * 20 + 12, kind: 'lift', op: w.id },
  ]).flat())
  const times = Array.from({ length: 40 }, () => timed(() => foldSession(works, events))[1])
  console.log(`a run of ${works.length} pieces laid together from ${events.length} events: median ${quantile(times, 0.5).toFixed(2)} ms`)
}

export function printPressing(): void {
  printBlocks()
  printRandom()
  printOrders()
  printFold()
}
