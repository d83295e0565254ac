import { anyWorkroomFile } from '#shared/schemas'
import { importWorkroom } from '../../services/workroom-file'

const MOST_BYTES = 40_000_000

export default defineRoute({ body: anyWorkroomFile, mostBytes: MOST_BYTES }, ({ context, body }) => importWorkroom(context, body))
