import { readSole, type SoleReadings } from '../heat'
import { ROOM_C } from '../materials'
import { createKeptAnswers } from '../numeric'
import { phasesDone, type Doubt, type PressEvent } from '../press'
import { COARSE, type PressSetup, type EvaluateOptions, type IronSetting, type Recipe } from '../recipe'
import type { Knowledge } from '../window'
import { learn, type Lesson, type LearnResult } from './learn'
import type { Judged } from './observe'
import { bondTable, type BondTable } from './table'

/** A pressed and judged swatch: plain data, as it is kept. */
export interface PressedSwatch {
  setup: PressSetup
  recipe: Recipe
  events: readonly PressEvent[]
  /** Why its clock is not to be trusted; empty where it is. */
  doubts?: readonly Doubt[]
}

/** The sole as the board knew it at the time; null where the events do not carry it. */
export function soleKnown(events: readonly PressEvent[]): SoleReadings | null {
  const read = events.filter(e => e.soleC != null).map(e => ({ atS: e.atS, c: e.soleC! })).sort((a, b) => a.atS - b.atS)
  const apart = read.filter((r, i) => i === 0 || r.atS > read[i - 1]!.atS)
  return apart.length > 0 ? { timesS: apart.map(r => r.atS), soleC: apart.map(r => r.c) } : null
}

/**
 * A swatch seen with today's knowledge of the iron: the setting it was pressed at gives what the iron is now known to give there,
 * and the sole it carries is moved along. Where the setting is gone or is a place between two, nothing is moved.
 */
export function rebased<T extends Pick<PressedSwatch, 'recipe' | 'events'>>(swatch: T, settingsNow: readonly IronSetting[]): T {
  const { setting } = swatch.recipe
  const now = settingsNow.find(s => s.label === setting.label)
  if (!now || now.meanC === setting.meanC) return swatch
  const share = (now.meanC - ROOM_C) / (setting.meanC - ROOM_C)
  return {
    ...swatch, recipe: { ...swatch.recipe, setting: { ...now } },
    events: swatch.events.map(e => e.soleC == null ? e : { ...e, soleC: ROOM_C + (e.soleC - ROOM_C) * share }),
  }
}

/** What was really done, as it changes a run: the phases and the sole, where they were kept. */
export function doneOptions({ recipe, events }: Pick<PressedSwatch, 'recipe' | 'events'>): Pick<EvaluateOptions, 'phases' | 'sole'> {
  const phases = phasesDone(recipe, events)
  if (!phases.some(p => p.kind === 'down')) return {}
  const sole = soleKnown(events)
  return { phases, ...(sole ? { sole: readSole(sole) } : {}) }
}

const MOST_TABLES = 200
const tables = createKeptAnswers<BondTable>(MOST_TABLES)
/** What JSON has no number for is told apart all the same. */
const inFull = (_: string, value: unknown): unknown => (typeof value === 'number' && !Number.isFinite(value) ? String(value) : value)
/** What a swatch comes to under every iron: that was worked out when it was judged, and a later one changes nothing of it. */
function tableOf({ setup, recipe, events }: PressedSwatch, known: Knowledge, grid: EvaluateOptions): BondTable {
  const table = () => bondTable(setup, recipe, known, events.length > 0 ? doneOptions({ recipe, events }) : {}, grid)
  if (grid !== COARSE) return table()
  return tables.of(JSON.stringify([setup, recipe, events, known], inFull), table)
}

/** A swatch as a lesson. Null where its clock is in doubt: what was done is not known. */
export function lessonOf(swatch: PressedSwatch, judged: Judged, known: Knowledge, grid: EvaluateOptions = COARSE): Lesson | null {
  if (swatch.doubts?.length) return null
  return { judged, table: tableOf(swatch, known, grid) }
}

/** Learns from swatches as they are kept; those in doubt teach nothing. */
export const learnFrom = (known: Knowledge, swatches: readonly { swatch: PressedSwatch, judged: Judged }[]): LearnResult =>
  learn(known, swatches.map(s => lessonOf(s.swatch, s.judged, known)).filter(l => l !== null))
