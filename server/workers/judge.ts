import { FABRIC_CSV, SUPPLY_CSV, fromCsv, tracesFromCsv } from '#shared/csv'
import { fromJson, parse, weighed } from '../utils/parse'
import { judgeLayout, judgePieces } from '../services/judge/cutting-judge'
import { judgeMakings } from '../services/judge/makings-judge'
import { task } from './answer'
import { BODIES, type BodyName } from './bodies'

/** A large body, read and checked. */
export const body = task(({ name, bytes }: { name: BodyName, bytes: Uint8Array }) => {
  weighed(bytes)
  return parse(BODIES[name], fromJson(bytes))
})
export const pieces = task(judgePieces)
export const layout = task(judgeLayout)
export const makings = task(judgeMakings)
/** The rows of a sheet of fabrics or supplies, or of calibrations; a sentence where it is none. */
export const fabrics = task((csv: string) => fromCsv(FABRIC_CSV, csv))
export const supplies = task((csv: string) => fromCsv(SUPPLY_CSV, csv))
export const traces = task((csv: string) => tracesFromCsv(csv))
