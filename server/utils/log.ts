import pino from 'pino'

/** One line of JSON for each thing worth knowing; `READY_CUFF_LOG` sets how much (silent, error, warn, info, debug). */
export const log = pino({
  level: process.env.READY_CUFF_LOG ?? 'info', base: undefined, timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: label => ({ level: label }) },
})
