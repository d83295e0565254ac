import { expect, test, type Page } from '@playwright/test'
import type { Fabric, Job, Page as Listed, PressSession, SessionHead, Supply } from '#shared/schemas'
import { pressOn, toDrawer } from './press'
import { startServer, type Server } from './server'

/** A server of its own for a file of tests, with a fast clock; and ways about its board. */
export function ownBoard(clockRate = 60) {
  let server: Server
  test.beforeAll(async () => { server = await startServer(clockRate) })
  test.afterAll(() => server.down())

  const get = async <T>(page: Page, path: string) => (await (await page.request.get(`${server.url}${path}`)).json()) as T
  const fabric = async (page: Page, code: string) => (await get<Listed<Fabric>>(page, `/api/fabrics?q=${code}`)).rows[0]!
  const supply = async (page: Page, code: string) =>
    (await get<Listed<Supply>>(page, `/api/supplies?q=${code}`)).rows.find(s => s.code === code)!
  /** A job of its own, of fabrics by their codes. */
  async function jobOf(page: Page, name: string, codes: readonly string[], more: Partial<Job> = {}): Promise<Job> {
    const fabrics = await Promise.all(codes.map(async code => ({ fabricId: (await fabric(page, code)).id, place: null, supplyId: null })))
    const data = { name, garment: 'Swatch', washC: 30, tumble: 'no', dryClean: false, fabrics, ...more }
    return (await (await page.request.post(`${server.url}/api/jobs`, { data })).json()) as Job
  }
  async function openJob(page: Page, name: string): Promise<void> {
    await toDrawer(page, server.url, 'today')
    await page.getByTestId('jobs').getByRole('listitem').filter({ hasText: name }).getByRole('button').first().click()
    await expect(page.getByTestId('ticket')).toContainText(name)
    await expect(page).not.toHaveURL(/today/)
  }
  /** Plans what stands in the job and begins its session, by keys. */
  async function beginSession(page: Page): Promise<void> {
    await page.keyboard.press('5')
    await expect(page.getByRole('tab', { name: /Plan/ })).toBeVisible()
    await page.keyboard.press('l')
    await expect(page.getByRole('button', { name: /Begin session/ })).toBeEnabled()
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('session')).toBeVisible()
  }
  const sessionOf = async (page: Page, jobId: string): Promise<PressSession> => {
    const [head] = await get<SessionHead[]>(page, `/api/jobs/${jobId}/sessions`)
    return get<PressSession>(page, `/api/sessions/${head!.id}`)
  }
  /** Plans, begins and presses the whole of a job by keys; every edge holds. @param edges how many are tried at the least */
  async function pressAll(page: Page, job: Job, edges = 1): Promise<PressSession> {
    const now = page.getByTestId('now')
    await beginSession(page)
    await page.keyboard.press('d')
    await pressOn(page, /All pressed/)
    await expect(now).toContainText('All pressed')
    const tried = async () => (await sessionOf(page, job.id)).events.filter(e => e.kind === 'edge').length
    await expect.poll(tried).toBeGreaterThanOrEqual(edges)
    return sessionOf(page, job.id)
  }
  return { get url() { return server.url }, get, fabric, supply, jobOf, openJob, beginSession, sessionOf, pressAll }
}
