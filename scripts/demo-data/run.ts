import { mirrored } from '#core/geometry'
import { COLD_C, lyingCoolS, resinOf, searchMethod, type Bench, type Recipe } from '#core/recipe'
import { coverPiece, type Print } from '#core/setdown'
import { toPayload } from '#shared/cutting'
import { toRecipePayload } from '#shared/mappers'
import { pressedOutline, soleOf } from '#shared/pressing'
import type { CuttingGround } from '#shared/cutting'
import type { EntityRows, JobPiece, RunEventBody, Supply } from '#shared/schemas'

/** What the demo's run is made of. */
interface Given {
  idOf: (name: string) => string
  now: number
  jobId: string
  pieces: JobPiece[]
  ground: CuttingGround
  bench: Bench
  supply: Supply
  ironId: string
  coverId: string
  /** What it is called in the demo; the boat coat's goes on, others are over. */
  run: string
  goesOn: boolean
}
type Rows = Pick<EntityRows, 'runs' | 'runOperations' | 'runEvents'>

const MOVE_S = 4
const OVER_MS = 2 * 86_400_000

/** A coat pressed: fronts and, where it goes on, a facing done or cooling, one place of the second front named as missed. */
export function demoRun({ idOf, now, jobId, pieces, ground, bench, supply, ironId, coverId, run, goesOn }: Given): Rows {
  const { recipe: found, outcome } = searchMethod(bench, 'steam').found!
  const recipe: Recipe = { ...found, coolS: lyingCoolS(bench, found, COLD_C) }
  const { stop } = recipe
  const runId = idOf(run), device = idOf('board by the window')
  const made = pieces.flatMap(piece => Array.from({ length: piece.count * (piece.pair ? 2 : 1) }, (_, n) => ({ piece, n })))
  const operations = made.map(({ piece, n }, position): Rows['runOperations'][number] => {
    const lies = pressedOutline(piece, { kind: 'fuse', numbers: [n], supplyId: supply.id }, ground)!
    const other = piece.pair && n % 2 === 1
    const first = coverPiece({
      outline: other ? mirrored(lies.outline) : lies.outline, sole: soleOf(bench.iron.kind), keepOuts: [], walk: 'middle',
    }).prints
    const prints: Print[] = other ? first.map(p => ({ ...p, x: -p.x, headingDeg: (360 - p.headingDeg) % 360 })) : first
    const several = piece.count * (piece.pair ? 2 : 1) > 1
    return {
      runId, position, id: `${piece.id}.${n}.backing`, kind: 'fuse', name: several ? `${piece.name} ${n + 1}` : piece.name,
      pieceId: piece.id, makingId: null, numbers: [n], side: null,
      clothId: piece.clothId, supplyId: supply.id, overSupplyIds: [], ironId, coverId,
      bed: 'padded', needs: [],
      recipe: toRecipePayload(recipe), standing: 'estimated', prints, outline: toPayload(lies.outline), keepOuts: [], motion: 'still',
      predicted: {
        bond: outcome.bond.final, harm: outcome.harm, peakC: outcome.bond.peakC, windowC: [...resinOf(bench).windowC], worst: null,
      },
    }
  })
  const events: RunEventBody[] = []
  let at = now
  const tell = (kind: RunEventBody['kind'], what: Partial<RunEventBody> = {}) => {
    events.push({
      key: idOf(`${goesOn ? '' : `${run} `}event ${events.length}`), device, atMs: at, kind, op: null, pass: null, print: null,
      ironId: null, soleC: null, stop: null,
      edge: null, prints: null, takes: null, byS: null, ids: null, ...what,
    })
  }
  const wait = (s: number) => { at += s * 1000 }
  /** Pressed place by place. */
  const press = (index: number) => {
    const op = operations[index]!
    if (recipe.warmS > 0) {
      op.prints.forEach((_, print) => {
        tell('down', { op: op.id, pass: -1, print, ironId, soleC: stop.meanC })
        wait(recipe.warmS)
        tell('lift', { op: op.id, ironId, soleC: stop.meanC - 2 })
        wait(MOVE_S)
      })
      tell('laid', { op: op.id })
      wait(10)
    }
    op.prints.forEach((_, print) => {
      tell('down', { op: op.id, pass: 0, print, ironId, soleC: stop.meanC })
      wait(recipe.holdS)
      tell('lift', { op: op.id, ironId, soleC: stop.meanC - 3 })
      wait(MOVE_S)
    })
  }
  tell('order', { ids: operations.map(o => o.id) })
  wait(1)
  tell('dial', { ironId, soleC: 20, stop: { label: stop.label, meanC: stop.meanC, swingC: stop.swingC } })
  wait(70)
  const indexOf = (name: string) => operations.findIndex(o => o.name === name)
  press(indexOf('Front 1'))
  press(indexOf('Front 2'))
  wait(20)
  tell('cold', { op: operations[indexOf('Front 1')]!.id })
  wait(3)
  tell('edge', { op: operations[indexOf('Front 1')]!.id, edge: 'holds', prints: [] })
  wait(12)
  if (goesOn) {
    press(indexOf('Front facing 1'))
    wait(6)
    press(indexOf('Front facing 2'))
  }
  // The corner by the hem was missed, and found so while the next lay to cool.
  const front = operations[indexOf('Front 2')]!
  tell('missed', { op: front.id, print: cornerOf(front.prints) })
  if (!goesOn) tell('close')
  // Told a moment ago, whatever time the pressing took; what is over, days ago.
  const shift = now - (goesOn ? 8000 : OVER_MS) - at
  const timed = events.map(e => ({ ...e, atMs: Math.round(e.atMs + shift) }))
  return {
    runs: [{
      id: runId, jobId, piecesVersion: 0, startedAt: new Date(timed[0]!.atMs).toISOString(), closedAt: goesOn
        ? null
        : new Date(timed.at(-1)!.atMs).toISOString(),
      createdAt: new Date(timed[0]!.atMs).toISOString(),
    }],
    runOperations: operations,
    runEvents: timed.map(({ atMs, stop: told, ...e }, position) => ({
      ...e, runId, position, at: new Date(atMs).toISOString(), arrivedAt: new Date(atMs + 200).toISOString(),
      stopLabel: told?.label ?? null, stopMeanC: told?.meanC ?? null, stopSwingC: told?.swingC ?? null,
    })),
  }
}

/** The set-down farthest out. */
const cornerOf = (prints: readonly Print[]): number => {
  const mean = (of: (p: Print) => number) => prints.reduce((s, p) => s + of(p), 0) / prints.length
  const cx = mean(p => p.x), cy = mean(p => p.y)
  const outMm = prints.map(p => Math.hypot(p.x - cx, p.y - cy))
  return outMm.indexOf(Math.max(...outMm))
}
