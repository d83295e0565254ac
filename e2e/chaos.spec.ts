import { execFile } from 'node:child_process'
import { promisify } from 'node:util'
import { expect, test } from '@playwright/test'
import { startServer, type Server } from './server'

/** The faults in short; `npm run chaos:hostile`, `chaos:load` and `chaos:starts` run them at length. */
let server: Server
test.beforeAll(async () => { server = await startServer() })
test.afterAll(() => server.down())

async function chaos(name: string, ...args: string[]) {
  const { stdout } = await promisify(execFile)('node', [`scripts/chaos/${name}.mjs`, ...args], {
    env: { ...process.env, CHAOS_URL: server.url },
  }).catch((error: { stdout: string, stderr: string }) => ({ stdout: `${error.stderr}\n${error.stdout}` }))
  try {
    return JSON.parse(stdout.trim().split('\n').at(-1)!)
  } catch {
    throw new Error(stdout)
  }
}

test('hostile requests: none a fault of the server\'s own, each refused with a sentence, nothing half-written', async () => {
  const { requests, faults, withoutSentence, halfRows, stillWell } = await chaos('hostile', '150', '3')
  expect(requests).toBeGreaterThanOrEqual(150)
  expect([faults, withoutSentence, halfRows, stillWell]).toEqual([0, 0, 0, true])
})

test('slow clients hold nobody up', async () => {
  const { bystanders, stillWell } = await chaos('load', '40', '4000')
  expect([bystanders.failed, stillWell]).toEqual([0, true])
  expect(bystanders.requests).toBeGreaterThanOrEqual(18)
})

test('killed in the middle of writing, server, script and database: the first start succeeds, nothing is lost or doubled', async () => {
  expect(await chaos('starts', '1')).toMatchObject({ rounds: 1, killed: 3, failedStarts: 0, lost: 0, doubled: 0 })
})
