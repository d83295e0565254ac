import { mirrored } from '#core/geometry'
import { adhesiveOf, searchMethod, type EvaluateOptions, type PressSetup } from '#core/recipe'
import { coverPiece, type SolePlacement } from '#core/positions'
import { toPayload } from '#shared/cutting'
import { toRecipePayload } from '#shared/mappers'
import { pressedOutline, soleOf } from '#shared/pressing'
import type { CuttingGround } from '#shared/cutting'
import type { EntityRows, JobPiece, SessionEventBody, Supply } from '#shared/schemas'

/** What the demo's run is made of. */
interface Given {
  idOf: (name: string) => string
  now: number
  jobId: string
  pieces: JobPiece[]
  ground: CuttingGround
  setup: PressSetup
  /** What own swatches taught of it before. */
  taught: EvaluateOptions
  supply: Supply
  ironId: string
  pressClothId: string
  /** What it is called in the demo; the boat coat's goes on, others are over. */
  session: string
  goesOn: boolean
}
type Rows = Pick<EntityRows, 'sessions' | 'sessionOperations' | 'sessionEvents'>

const MOVE_S = 4
const OVER_MS = 2 * 86_400_000

/** A coat pressed: fronts and, where it goes on, a facing done or cooling, one place of the second front named as missed. */
export function demoSession(
  { idOf, now, jobId, pieces, ground, setup, taught, supply, ironId, pressClothId, session, goesOn }: Given,
): Rows {
  const { recipe, outcome } = searchMethod(setup, 'steam', taught).found!
  const { setting } = recipe
  const sessionId = idOf(session), device = idOf('board by the window')
  const made = pieces.flatMap(piece => Array.from({ length: piece.count * (piece.pair ? 2 : 1) }, (_, n) => ({ piece, n })))
  const operations = made.map(({ piece, n }, position): Rows['sessionOperations'][number] => {
    const lies = pressedOutline(piece, { kind: 'fuse', numbers: [n], supplyId: supply.id }, ground)!
    const other = piece.pair && n % 2 === 1
    const first = coverPiece({
      outline: other ? mirrored(lies.outline) : lies.outline, sole: soleOf(setup.iron.kind), keepOuts: [], walk: 'middle',
    }).placements
    const placements: SolePlacement[] = other ? first.map(p => ({ ...p, x: -p.x, headingDeg: (360 - p.headingDeg) % 360 })) : first
    const several = piece.count * (piece.pair ? 2 : 1) > 1
    return {
      sessionId, position, id: `${piece.id}.${n}.interfacing`, kind: 'fuse', name: several ? `${piece.name} ${n + 1}` : piece.name,
      pieceId: piece.id, makingId: null, numbers: [n], side: null,
      fabricId: piece.fabricId, supplyId: supply.id, overSupplyIds: [], ironId, pressClothId,
      surface: 'padded', needs: [],
      recipe: toRecipePayload(recipe), standing: 'estimated', placements, outline: toPayload(lies.outline), keepOuts: [], motion: 'still',
      predicted: {
        bond: outcome.bond.final, harm: outcome.harm, peakC: outcome.bond.peakC, windowC: [...adhesiveOf(setup, taught).windowC],
        worst: null,
      },
    }
  })
  const events: SessionEventBody[] = []
  let at = now
  const append = (kind: SessionEventBody['kind'], what: Partial<SessionEventBody> = {}) => {
    events.push({
      key: idOf(`${goesOn ? '' : `${session} `}event ${events.length}`), device, atMs: at, kind, op: null, pass: null, placement: null,
      ironId: null, soleC: null, setting: null,
      edge: null, placements: null, takes: null, byS: null, ids: null, ...what,
    })
  }
  const wait = (s: number) => { at += s * 1000 }
  /** Pressed place by place. */
  const press = (index: number) => {
    const op = operations[index]!
    if (recipe.warmS > 0) {
      op.placements.forEach((_, placement) => {
        append('down', { op: op.id, pass: -1, placement, ironId, soleC: setting.meanC })
        wait(recipe.warmS)
        append('lift', { op: op.id, ironId, soleC: setting.meanC - 2 })
        wait(MOVE_S)
      })
      append('laid', { op: op.id })
      wait(10)
    }
    op.placements.forEach((_, placement) => {
      append('down', { op: op.id, pass: 0, placement, ironId, soleC: setting.meanC })
      wait(recipe.holdS)
      append('lift', { op: op.id, ironId, soleC: setting.meanC - 3 })
      wait(MOVE_S)
    })
  }
  append('order', { ids: operations.map(o => o.id) })
  wait(1)
  append('dial', { ironId, soleC: 20, setting: { label: setting.label, meanC: setting.meanC, swingC: setting.swingC } })
  wait(70)
  const indexOf = (name: string) => operations.findIndex(o => o.name === name)
  press(indexOf('Front 1'))
  press(indexOf('Front 2'))
  wait(20)
  append('cold', { op: operations[indexOf('Front 1')]!.id })
  wait(3)
  append('edge', { op: operations[indexOf('Front 1')]!.id, edge: 'holds', placements: [] })
  wait(12)
  if (goesOn) {
    press(indexOf('Front facing 1'))
    wait(6)
    press(indexOf('Front facing 2'))
  }
  // The corner by the hem was missed, and found so while the next lay to cool.
  const front = operations[indexOf('Front 2')]!
  append('missed', { op: front.id, placement: cornerOf(front.placements) })
  if (!goesOn) append('close')
  // Told a moment ago, whatever time the pressing took; what is over, days ago.
  const shift = now - (goesOn ? 8000 : OVER_MS) - at
  const timed = events.map(e => ({ ...e, atMs: Math.round(e.atMs + shift) }))
  return {
    sessions: [{
      id: sessionId, jobId, piecesVersion: 0, startedAt: new Date(timed[0]!.atMs).toISOString(), closedAt: goesOn
        ? null
        : new Date(timed.at(-1)!.atMs).toISOString(),
      createdAt: new Date(timed[0]!.atMs).toISOString(),
    }],
    sessionOperations: operations,
    sessionEvents: timed.map(({ atMs, setting: told, ...e }, position) => ({
      ...e, sessionId, position, at: new Date(atMs).toISOString(), arrivedAt: new Date(atMs + 200).toISOString(),
      settingLabel: told?.label ?? null, settingMeanC: told?.meanC ?? null, settingSwingC: told?.swingC ?? null,
    })),
  }
}

/** The position farthest out. */
const cornerOf = (placements: readonly SolePlacement[]): number => {
  const mean = (of: (p: SolePlacement) => number) => placements.reduce((s, p) => s + of(p), 0) / placements.length
  const cx = mean(p => p.x), cy = mean(p => p.y)
  const outMm = placements.map(p => Math.hypot(p.x - cx, p.y - cy))
  return outMm.indexOf(Math.max(...outMm))
}
