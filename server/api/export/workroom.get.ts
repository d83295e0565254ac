import { exportWorkroom } from '../../services/workroom-file'

export default defineRoute({}, async ({ context, event }) => {
  setResponseHeader(event, 'content-disposition', 'attachment; filename="workroom.json"')
  return exportWorkroom(context)
})
