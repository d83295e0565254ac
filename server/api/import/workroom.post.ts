import { workroomFile } from '#shared/schemas'
import { importWorkroom } from '../../services/workroom-file'

const MOST_BYTES = 40_000_000

export default defineRoute({ body: workroomFile, mostBytes: MOST_BYTES }, ({ body }) => importWorkroom(body))
