import { describe, expect, it } from 'vitest'
import { isCopied, isIcon, isPicture } from './what'

describe('what the board keeps a copy of', () => {
  it.each(['/api/workroom', '/api/fabrics', '/api/fabrics/1/history', '/api/fabrics/1/pieces', '/api/match/shelf', '/api/jobs/1',
    '/api/due'])(
    '%s', path => expect([isCopied(path), isPicture(path)]).toEqual([true, false]))
  it.each([
    '/api/health', '/api/export/workroom', '/api/backups', '/api/irons/1/probe', '/api/scale', '/api/swatches/1/proof',
    '/api/plans/1/strip',
    '/api/clothsline', '/fabric',
  ])('not %s', path => expect([isCopied(path), isPicture(path)]).toEqual([false, false]))
  it('pictures and icons by themselves', () => {
    expect([isPicture('/api/swatches/1/photos/2'), isCopied('/api/swatches/1/photos/2')]).toEqual([true, false])
    expect(isPicture('/api/swatches/1/photos')).toBe(false)
    expect([isIcon('/api/_nuxt_icon/lucide.json'), isCopied('/api/_nuxt_icon/lucide.json')]).toEqual([true, false])
  })
})
