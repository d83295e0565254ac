import { swatchBody } from '#shared/schemas'
import { recordSwatch } from '../../services/swatches'

export default defineRoute({ may: 'work', body: swatchBody }, async ({ context, body, event }) => {
  const { swatch, isNew } = await recordSwatch(context, body)
  setResponseStatus(event, isNew ? 201 : 200)
  return swatch
})
