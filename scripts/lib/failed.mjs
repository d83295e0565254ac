// Names what failed, from the reports of the two test runners.
import { relative } from 'node:path'
import { stripVTControlCharacters } from 'node:util'

/** The first line of a message, without the colours of a terminal. */
const firstLine = message => stripVTControlCharacters(String(message ?? '')).trim().split('\n')[0].slice(0, 200)
const named = (file, title, message) => `${file}: ${title}${message ? ` (${message})` : ''}`

/**
 * @param {object} report what Vitest's JSON reporter wrote; a file that could not be read at all is named by itself
 * @param {string} root files are named from here
 * @returns {string[]} each failed test as "file: title (why)"
 */
export function failedUnits({ testResults = [] }, root) {
  return testResults.flatMap(({ name, status, message, assertionResults }) => {
    const file = relative(root, name), failed = assertionResults.filter(t => t.status === 'failed')
    if (failed.length === 0 && status === 'failed') return [named(file, 'the whole file', firstLine(message))]
    return failed.map(t => named(file, t.fullName.trim(), firstLine(t.failureMessages[0])))
  })
}

/**
 * @param {object} report what Playwright's JSON reporter wrote
 * @returns {string[]} each failed test as "file: title (why)", and what went wrong outside of all tests
 */
export function failedInBrowser({ suites = [], errors = [] }) {
  const within = suite => [
    ...suite.specs.flatMap(spec => spec.tests.filter(t => t.status === 'unexpected')
      .map(t => named(spec.file, spec.title, firstLine(t.results.at(-1)?.error?.message)))),
    ...(suite.suites ?? []).flatMap(within),
  ]
  return [...suites.flatMap(within), ...errors.map(e => named('end-to-end', 'outside of all tests', firstLine(e.message)))]
}
