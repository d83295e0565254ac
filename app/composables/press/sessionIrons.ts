import { soleNowC, type IronRest } from '#core/iron'
import { restOfIron, type SessionState } from '#core/session'
import { useIron } from '../../stores/iron'
import { useLibrary } from '../../stores/library'

interface OfSession {
  reports: () => SessionState['irons']
  /** Is there a session that goes on? */
  isOpen: () => boolean
  nowS: () => number
  boardS: (ms: number) => number
  wallMs: (atS: number) => number
  append: ReturnType<typeof useSessionRecord>['append']
}
/** Two moments nearer than this are one: a recorded time and the one here. */
const NEAR_MS = 50
const tenths = (c: number): number => Math.round(c * 10) / 10

/**
 * The irons of a session. They stand in one workroom: a dial turned on another board is turned here, and one turned here, wherever on
 * the board that was done, is recorded for the others.
 */
export function useSessionIrons({ reports, isOpen, nowS, boardS, wallMs, append }: OfSession) {
  const iron = useIron()
  const library = useLibrary()

  function recordDial(ironId: string): Promise<void> {
    const setting = iron.settingOf(ironId), rest = iron.restOf(ironId)
    return append('dial', {
      ironId, soleC: rest ? tenths(soleNowC(rest)) : null,
      setting: setting && { label: setting.label, meanC: setting.meanC, swingC: setting.swingC },
    })
  }
  /** All of them in their state here, for a session that begins. */
  async function recordDials(): Promise<void> {
    for (const i of library.irons) if (iron.dials[i.id]) await recordDial(i.id)
  }
  watch(reports, (all) => {
    if (!isOpen()) return
    for (const [id, reported] of all) {
      const setAt = Math.round(wallMs(reported.setS)), touchedAt = Math.round(wallMs(reported.touchedS)), here = iron.dials[id]
      if (here && here.setAt >= setAt - NEAR_MS) {
        // What another board has in the hand does not shut itself off here.
        if (touchedAt > here.touchedAt + NEAR_MS) iron.adopt(id, { ...here, touchedAt })
        continue
      }
      const settings = library.irons.find(i => i.id === id)?.settings ?? []
      const at = settings.findIndex(s => s.label === reported.label)
      const between = reported.targetC === null
        ? null
        : { label: reported.label ?? '', meanC: reported.targetC, swingC: reported.swingC, origin: 'estimate' as const }
      iron.adopt(id, { setting: at >= 0 ? at : between, fromC: reported.fromC, setAt, touchedAt })
    }
  })
  watch(() => Object.fromEntries(Object.entries(iron.dials).map(([id, d]) => [id, JSON.stringify([d.setting, d.setAt])])),
    (now, before) => {
      if (!isOpen()) return
      for (const id of Object.keys(now)) {
        const reported = reports().get(id), setS = boardS(iron.dials[id]!.setAt)
        if (now[id] !== before?.[id] && (!reported || setS > reported.setS + NEAR_MS / 1000)) void recordDial(id)
      }
    })

  /** An iron in its state now; null where its dial was never touched. */
  function restOf(ironId: string | null): IronRest | null {
    const of = library.irons.find(i => i.id === ironId)
    return of ? restOfIron(reports().get(of.id), of, nowS()) : null
  }
  /** Its sole now, °C, to a tenth. */
  function soleC(ironId: string | null): number | null {
    const rest = restOf(ironId)
    return rest ? tenths(soleNowC(rest)) : null
  }
  function correctSole(ironId: string, c: number): Promise<void> {
    iron.correct(ironId, c)
    return append('sole', { ironId, soleC: c })
  }
  const markCleaned = (ironId: string): Promise<void> => append('cleaned', { ironId })
  return { recordDials, restOf, soleC, correctSole, markCleaned }
}
