import { idParams } from '#shared/schemas'
import { pressSheetOf } from '../../../services/pressSheet'

/** A plan of many pieces carries their outlines. */
const PLAN_MOST_BYTES = 8_000_000
const asked = { params: idParams, body: 'pressSheet', mostBytes: PLAN_MOST_BYTES } as const
export default defineRoute({ may: 'read', ...asked }, async ({ context, params, body, event }) => {
  const bytes = await pressSheetOf(context, params.id, body)
  setResponseHeaders(event, { 'content-type': 'application/pdf', 'content-disposition': 'attachment; filename="press-sheet.pdf"' })
  return bytes
})
