import { ProblemError } from '../utils/problem'

/** A verb that no route takes falls through to the page; under /api it gets a plain refusal instead. */
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('beforeResponse', (event, response) => {
    const type = String(getResponseHeader(event, 'content-type') ?? '')
    if (!event.path.startsWith('/api/') || !type.startsWith('text/html')) return
    const { problem } = new ProblemError(405, 'Not possible', 'This address does not take that kind of request.')
    setResponseStatus(event, problem.status)
    setResponseHeader(event, 'content-type', 'application/problem+json')
    response.body = JSON.stringify(problem)
  })
})
