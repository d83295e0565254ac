import type { $Fetch } from 'nitropack'
import { COPY_MARK } from '~/offline/what'

/** Every request to the board's own server shows whether it answers. */
export default defineNuxtPlugin({
  name: 'fetch',
  enforce: 'pre',
  setup() {
    const { silent, noteAnswer } = useServer()
    globalThis.$fetch = $fetch.create({
      onRequestError: () => { silent() },
      onResponse: ({ response }) => {
        if (response.status >= 502 && response.status <= 504) silent()
        else noteAnswer(response.headers.has(COPY_MARK), response.headers.get('date'))
      },
    }) as unknown as $Fetch
    useAskingAgain(() => globalThis.$fetch('/api/health'))
  },
})
