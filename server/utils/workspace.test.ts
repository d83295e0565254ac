import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { hostname, tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { clearLeftovers, withWorkspace } from './workspace'

let temporary: string
beforeEach(() => {
  temporary = mkdtempSync(join(tmpdir(), 'workspace-'))
  vi.stubEnv('TMPDIR', temporary)
})
afterEach(() => {
  vi.unstubAllEnvs()
  rmSync(temporary, { recursive: true, force: true })
})

describe('a folder to work in', () => {
  it('is there while it is worked in, and gone afterwards, whether that went well or not', async () => {
    let during = ''
    expect(await withWorkspace('out', async (folder) => {
      writeFileSync(join(folder, 'file'), 'x')
      during = folder
      return existsSync(join(folder, 'file'))
    })).toBe(true)
    expect(existsSync(during)).toBe(false)
    await expect(withWorkspace('in', async (folder) => {
      during = folder
      throw new Error('no')
    })).rejects.toThrow('no')
    expect(existsSync(during)).toBe(false)
  })
  it('what a killed server left is cleared at the next start; what a running one, or another machine, works in is not', async () => {
    await withWorkspace('out', async (folder) => {
      const all = join(folder, '../..')
      const [dead, other] = [`${hostname()}-999999999`, `elsewhere-${process.pid}`]
      for (const name of [dead, other]) mkdirSync(join(all, name, 'in-x'), { recursive: true })
      expect(await clearLeftovers()).toBe(1)
      expect(readdirSync(all).sort()).toEqual([`${hostname()}-${process.pid}`, other].sort())
    })
  })
})
