// Names what failed, from the reports of the two test runners.
import { relative } from 'node:path'
import { stripVTControlCharacters } from 'node:util'

/** The beginning of a message in one line, without the colours of a terminal: what was looked for and what stood there, no call log. */
const inOneLine = (message, lines = 1) => stripVTControlCharacters(String(message ?? '')).split(/Call log:|\n\s*>?\s*\d+ \|/)[0]
  .split('\n').map(line => line.trim()).filter(Boolean).slice(0, lines).join('; ').slice(0, lines * 100 + 100)
/** What Playwright waited for in the end, if its time ran out over it. */
const waitedFor = message => /Test timeout/.test(message) && /waiting for [^\n]{1,120}/.exec(stripVTControlCharacters(message))?.[0]
const named = (file, title, message) => `${file}: ${title}${message ? ` (${message})` : ''}`

/**
 * @param {object} report what Vitest's JSON reporter wrote; a file that could not be read at all is named by itself
 * @param {string} root files are named from here
 * @returns {string[]} each failed test as "file: title (why)"
 */
export function failedUnits({ testResults = [] }, root) {
  return testResults.flatMap(({ name, status, message, assertionResults }) => {
    const file = relative(root, name), failed = assertionResults.filter(t => t.status === 'failed')
    if (failed.length === 0 && status === 'failed') return [named(file, 'the whole file', inOneLine(message))]
    return failed.map(t => named(file, t.fullName.trim(), inOneLine(t.failureMessages[0])))
  })
}

/**
 * @param {object} report what Playwright's JSON reporter wrote
 * @returns {string[]} each failed test as "file: title (why, and in which line)", and what went wrong outside of all tests
 */
export function failedInBrowser({ suites = [], errors = [] }) {
  const why = ({ message, location } = {}) => [inOneLine(message, 7), waitedFor(message), location && `line ${location.line}`]
    .filter(Boolean).join('; ')
  // Where its time ran out is said by the error that has a line; the one before it says only that it did.
  const errorOf = ({ error, errors = [] } = {}) => errors.findLast(e => e.location) ?? error
  const within = suite => [
    ...suite.specs.flatMap(spec => spec.tests.filter(t => t.status === 'unexpected')
      .map(t => named(spec.file, spec.title, why(errorOf(t.results.at(-1)))))),
    ...(suite.suites ?? []).flatMap(within),
  ]
  return [...suites.flatMap(within), ...errors.map(e => named('end-to-end', 'outside of all tests', inOneLine(e.message)))]
}
