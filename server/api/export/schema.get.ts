import { z } from 'zod'
import { workroomFile } from '#shared/schemas'

/** The JSON Schema of the workroom file. */
export default defineRoute({}, async () => z.toJSONSchema(workroomFile, { io: 'input', unrepresentable: 'any' }))
