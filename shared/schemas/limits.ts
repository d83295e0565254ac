/** The most a workroom keeps of each thing. Held where things are written; what is kept already is never judged by them again. */
export const MOST = {
  fabrics: 200_000,
  supplies: 100_000,
  irons: 200,
  places: 500,
  /** Of one swatch. */
  readings: 20,
  washes: 100,
  photos: 12,
  /** Of one cloth. */
  measurements: 500,
  preshrinkPasses: 500,
  cornerSteps: 100,
  /** Of one supply. */
  trimRuns: 500,
  offcuts: 200,
  /** Of one job. */
  sessions: 200,
  careEvents: 100,
  /** Of one session. */
  operations: 400,
  sessionEvents: 20_000,
  stockM: 100_000,
  /** Of one dial setting, in one go: an hour and more at one reading a second. */
  calibrationReadings: 5000,
} as const
