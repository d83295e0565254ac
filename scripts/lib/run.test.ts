import { describe, expect, it } from 'vitest'
import { exportedLines, namesPrint } from './run.mjs'

describe('what Nuxt has to be asked about again', () => {
  const was = ['/** A. */', 'export const plain = <T>(v: T): T => v', 'export function fold(a: number) {', '  return a', '}', ''].join('\n')
  it('is a name that came, went or changed', () => {
    expect(exportedLines(was)).toEqual(['export const plain ', 'export function fold'])
    expect(exportedLines(was.replace('plain', 'toPlain'))).not.toEqual(exportedLines(was))
    expect(exportedLines(`${was}export type Fold = number\n`)).not.toEqual(exportedLines(was))
  })
  it('and not what is inside', () => {
    expect(exportedLines(was.replace('return a', 'return a + 1').replace('=> v', '=> v as T'))).toEqual(exportedLines(was))
  })
  it('one print of the same folders, another of others', () => {
    expect(namesPrint('app/stores')).toBe(namesPrint('app/stores'))
    expect(namesPrint('app/stores')).not.toBe(namesPrint('app/composables'))
  })
})
