import { jobPiecesBody, makingsBody, paperBody, pressSheetBody, replanBody, sessionBody } from '#shared/schemas'

/** Bodies that may be large: they are parsed on a thread, where the route names them. */
export const BODIES = {
  pieces: jobPiecesBody, makings: makingsBody, paper: paperBody, run: sessionBody, replan: replanBody, pressSheet: pressSheetBody,
} as const
export type BodyName = keyof typeof BODIES
