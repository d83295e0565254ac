import { soleNowC, type IronRest } from '../iron'
import type { IronKindKey } from '../materials'
import type { IronReport, SessionState } from './state'

/** An iron in its state at `nowS`, from its events; null where its dial was never touched. */
export function restOfIron(
  report: IronReport | undefined, iron: { kind: IronKindKey, shutsOffAfterS: number | null }, nowS: number,
): IronRest | null {
  return report
    ? {
        kind: iron.kind, shutsOffAfterS: iron.shutsOffAfterS, fromC: report.fromC, targetC: report.targetC, swingC: report.swingC,
        sinceS: Math.max(0, nowS - report.setS), idleS: Math.max(0, nowS - report.touchedS),
      }
    : null
}

/** What may hurt someone, or the fabric, while nobody looks. */
export type Warning = { why: 'leftDown', ironId: string, forS: number } | { why: 'idle', ironId: string, forS: number }

/** A sole down for so much longer than its hold counts as left down; a hot iron that never shuts itself off may rest so long, s. */
const DOWN_OVER_S = 60,
  IDLE_S = 120
const HOT_C = 60

/** Irons left down, and hot ones that never shut themselves off and that nobody has touched for two minutes. */
export function warningsAt(
  state: SessionState, irons: readonly { id: string, kind: IronKindKey, shutsOffAfterS: number | null }[], heldFor: (opId: string) =>
  number,
  nowS: number,
): Warning[] {
  const found: Warning[] = []
  for (const o of state.ops.values()) {
    const down = o.touches.find(t => t.toS === null)
    if (down?.ironId && nowS - down.fromS > heldFor(o.id) + DOWN_OVER_S)
      found.push({ why: 'leftDown', ironId: down.ironId, forS: nowS - down.fromS })
  }
  for (const iron of irons) {
    const report = state.irons.get(iron.id)
    if (!report || iron.shutsOffAfterS !== null || found.some(w => w.ironId === iron.id)) continue
    const isDown = [...state.ops.values()].some(o => o.touches.some(t => t.toS === null && t.ironId === iron.id))
    const rest = restOfIron(report, iron, nowS)!
    if (!isDown && nowS - report.touchedS > IDLE_S && soleNowC(rest) > HOT_C)
      found.push({ why: 'idle', ironId: iron.id, forS: nowS - report.touchedS })
  }
  return found
}
