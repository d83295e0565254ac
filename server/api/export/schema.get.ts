import { z } from 'zod'
import { workroomFile } from '#shared/schemas'

/** The JSON Schema of the workroom file. */
export default defineRoute({ may: 'read' }, async () => z.toJSONSchema(workroomFile, { io: 'input', unrepresentable: 'any' }))
