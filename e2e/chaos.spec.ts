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

test('with settings that make no sense the server does not begin, and says which', async () => {
  const begin = (env: Record<string, string>) => promisify(execFile)(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, NITRO_HOST: '127.0.0.1', NITRO_PORT: '0', PORT: '0', NODE_ENV: 'production', READY_CUFF_LOG: 'silent', ...env },
  }).then(() => null, (error: { code: number, stderr: string }) => ({ code: error.code, said: error.stderr.trim().split('\n') }))
  expect(await begin({ READY_CUFF_SECRET: 'short', READY_CUFF_POOL: 'many', READY_CUFF_SPARE_MB: '-1' })).toEqual({
    code: 1, said: [
      'READY_CUFF_POOL is "many": set it to a whole number, 1 or more, or leave it out for 10.',
      'READY_CUFF_SECRET is too short: 32 characters at the least.',
      'READY_CUFF_SPARE_MB is "-1": set it to a whole number, 0 or more, or leave it out for 50.',
    ],
  })
})

test('slow clients hold nobody up', async () => {
  const { bystanders, stillWell } = await chaos('load', '40', '4000')
  expect([bystanders.failed, stillWell]).toEqual([0, true])
  expect(bystanders.requests).toBeGreaterThanOrEqual(18)
})

test('killed in the middle of writing, server, script and database: the first start succeeds, nothing is lost or doubled', async () => {
  expect(await chaos('starts', '1')).toMatchObject({ rounds: 1, killed: 3, failedStarts: 0, lost: 0, doubled: 0 })
})
