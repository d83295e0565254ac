import { describe, expect, it } from 'vitest'
import { failedInBrowser, failedUnits } from './failed.mjs'

describe('what failed, said at the end of all tests', () => {
  it('names each failed unit test by file and title, with the first line of why', () => {
    const report = {
      testResults: [
        { name: '/there/core/a.test.ts', status: 'failed', message: '', assertionResults: [
          { status: 'passed', fullName: 'a sum', failureMessages: [] },
          { status: 'failed', fullName: ' a product', failureMessages: ['\u001b[31mAssertionError: 7\u001b[39m\n  at line 3'] },
        ] },
        { name: '/there/core/b.test.ts', status: 'passed', message: '', assertionResults: [] },
      ],
    }
    expect(failedUnits(report, '/there')).toEqual(['core/a.test.ts: a product (AssertionError: 7)'])
  })

  it('names a file that could not be read at all', () => {
    const report = { testResults: [{ name: '/there/c.test.ts', status: 'failed', message: 'SyntaxError\nmore', assertionResults: [] }] }
    expect(failedUnits(report, '/there')).toEqual(['c.test.ts: the whole file (SyntaxError)'])
    expect(failedUnits({}, '/there')).toEqual([])
  })

  it('names each failed end-to-end test, however deep it stands, by its last try', () => {
    const spec = (title: string, status: string, ...messages: string[]) => ({
      file: 'cut.spec.ts', title, tests: [{ status, results: messages.map(message => ({ error: { message, location: { line: 7 } } })) }],
    })
    const last = 'Error: no such text\n\nLocator: fit\nReceived: 3 s\n\nCall log:\n  waiting'
    const report = {
      suites: [{ specs: [spec('passes', 'expected')], suites: [{ specs: [spec('fails', 'unexpected', 'first', last)] }] }],
      errors: [{ message: 'no server' }],
    }
    expect(failedInBrowser(report)).toEqual([
      'cut.spec.ts: fails (Error: no such text; Locator: fit; Received: 3 s; line 7)', 'end-to-end: outside of all tests (no server)',
    ])
    expect(failedInBrowser({})).toEqual([])
  })

  it('says where the time of a test ran out, and what it waited for', () => {
    const over = '\u001b[31mTest timeout of 200000ms exceeded.\u001b[39m'
    const where = 'Error: locator.click: Test timeout of 200000ms exceeded.'
    const log = '\u001b[2m  - waiting for getByRole(\'button\', { name: \'Sign out\' })\u001b[22m'
    const failed = (...errors: object[]) => {
      const tests = [{ status: 'unexpected', results: [{ error: errors[0], errors }] }]
      return failedInBrowser({ suites: [{ specs: [{ file: 'house.spec.ts', title: 'hangs', tests }] }] })
    }
    expect(failed({ message: over }, { message: `${where}\nCall log:\n${log}\n\n> 3 | page`, location: { line: 3 } })).toEqual([
      `house.spec.ts: hangs (${where}; waiting for getByRole('button', { name: 'Sign out' }); line 3)`,
    ])
    expect(failed({ message: over }, { message: `${where}\n\n  2 | test\n> 4 | wait`, location: { line: 4 } })).toEqual([
      `house.spec.ts: hangs (${where}; line 4)`,
    ])
    expect(failed({ message: over })).toEqual(['house.spec.ts: hangs (Test timeout of 200000ms exceeded.)'])
  })
})
