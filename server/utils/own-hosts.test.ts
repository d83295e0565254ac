import { describe, expect, it } from 'vitest'
import { foreign, furtherHosts, type Asked } from './own-hosts'

const asked = (over: Partial<Asked>): Asked =>
  ({
    method: 'PUT', host: '127.0.0.1:4310', origin: 'http://127.0.0.1:4310', fetchSite: 'same-origin', port: 4310, isSecure: false, isRoute: true,
    ...over,
  })

describe('who is served', () => {
  it.each<[string, Partial<Asked>]>([
    ['the board itself', {}], ['a script without a browser', { origin: undefined, fetchSite: undefined }],
    ['by its other names', { host: 'localhost:4310', origin: 'http://localhost:4310' }],
    ['by the sixth protocol', { host: '[::1]:4310', origin: 'http://[::1]:4310' }],
    ['a typed address', { method: 'GET', origin: undefined, fetchSite: 'none' }],
    ['any port, where a development server stands before it', { host: '127.0.0.1:3000', origin: 'http://127.0.0.1:3000', port: null }],
    ['the page itself, opened from elsewhere', { method: 'GET', isRoute: false, origin: undefined, fetchSite: 'cross-site' }],
    ['a route over TLS', { isSecure: true, origin: 'https://127.0.0.1:4310' }],
    ['port 80 without saying so', { host: 'localhost', origin: 'http://localhost', port: 80 }],
  ])('%s', (_, over) => expect(foreign(asked(over), [])).toBeNull())

  it.each<[string, Partial<Asked>, 'host' | 'origin']>([
    ['a name turned to this machine', { host: 'tailor.example:4310', origin: 'http://tailor.example:4310' }, 'host'],
    ['the same for reading', { method: 'GET', host: 'tailor.example:4310' }, 'host'],
    ['no host at all', { host: undefined }, 'host'], ['a spoilt host', { host: '127.0.0.1:4310@tailor.example' }, 'host'],
    ['another name, behind a development server too', { host: 'tailor.example:3000', port: null }, 'host'],
    ['another port in the host', { host: '127.0.0.1:3000' }, 'host'],
    ['a page on another port', { origin: 'http://127.0.0.1:3000', fetchSite: 'same-site' }, 'origin'],
    ['the same in a browser that does not say its site', { origin: 'http://127.0.0.1:3000', fetchSite: undefined }, 'origin'],
    ['a page from elsewhere', { origin: 'https://tailor.example', fetchSite: 'cross-site' }, 'origin'],
    ['a route for a page from elsewhere, though it only reads', { method: 'GET', origin: undefined, fetchSite: 'cross-site' }, 'origin'],
    ['no route, written to from elsewhere without an origin', { origin: undefined, fetchSite: 'cross-site', isRoute: false }, 'origin'],
    ['the same for a page on another port', { method: 'GET', origin: undefined, fetchSite: 'same-site' }, 'origin'],
    ['the right host by another scheme', { origin: 'https://127.0.0.1:4310', fetchSite: undefined }, 'origin'],
    ['the same the other way round', { isSecure: true, fetchSite: undefined }, 'origin'],
    ['a scheme that no board is served by', { origin: 'ftp://127.0.0.1:4310', fetchSite: undefined, isSecure: null }, 'origin'],
    ['a page without an origin', { origin: 'null', fetchSite: undefined }, 'origin'],
  ])('not %s', (_, over, why) => expect(foreign(asked(over), [])).toBe(why))

  it('a setting adds names, with or without their port', () => {
    const more = furtherHosts(' Board.workroom , sewing:8080 ')
    expect(foreign(asked({ host: 'board.workroom:4310', origin: 'http://board.workroom:4310' }), more)).toBeNull()
    // Behind a proxy that ends TLS the server hears plain HTTP.
    expect(foreign(asked({ host: 'board.workroom', origin: 'https://board.workroom' }), more)).toBeNull()
    expect(foreign(asked({ host: 'board.workroom', origin: 'file://board.workroom' }), more)).toBe('origin')
    expect(foreign(asked({ host: 'sewing:8080', origin: 'http://sewing:8080' }), more)).toBeNull()
    expect(foreign(asked({ host: 'sewing:9090', origin: 'http://sewing:9090' }), more)).toBe('host')
  })
})
