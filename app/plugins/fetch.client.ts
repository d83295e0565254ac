import type { $Fetch } from 'nitropack'
import { COPY_MARK } from '~/offline/what'

/** Asked before anyone is signed in: that they refuse says nothing of who is at the board. */
const AT_THE_DOOR = /^\/api\/(sign-in|switch|pair|door|begin|health|card)$/

/** Every request to the board's own server shows whether it answers, and says who asks: nothing is sent under another name. */
export default defineNuxtPlugin({
  name: 'fetch',
  enforce: 'pre',
  setup() {
    const { silent, noteAnswer } = useServer()
    const { isSignedOut } = useWho()
    globalThis.$fetch = $fetch.create({
      onRequest: ({ request, options }) => {
        const person = lastPerson()
        if (person && String(request).startsWith('/api/') && !AT_THE_DOOR.test(String(request))) options.headers.set('x-person', person)
      },
      onRequestError: () => { silent() },
      onResponse: ({ request, response }) => {
        if (response.status >= 502 && response.status <= 504) return silent()
        noteAnswer(response.headers.has(COPY_MARK), response.headers.get('date'))
        if (response.status === 401 && !AT_THE_DOOR.test(String(request))) isSignedOut.value = true
      },
    }) as unknown as $Fetch
    useAskingAgain(() => globalThis.$fetch('/api/health'))
  },
})
