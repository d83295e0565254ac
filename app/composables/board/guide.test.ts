// @vitest-environment happy-dom
// eslint-disable-next-line no-restricted-imports -- reads what lies beside the program, in a test
import { existsSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { anchorOf, findParts, guidePage, guideParts, hypertextOf, onBoard, partsOf } from './guide'
import { SCREENS } from './screens'

describe('the guide on the board', () => {
  it('leads about within the board; what lies beside the program is named, not linked', () => {
    expect(onBoard('See [Fabric](fabric.md) and [seams](guide/seams-and-hems.md#hems), [all](../guide.md); [running it](../operate.md).'))
      .toBe('See [Fabric](/guide/fabric) and [seams](/guide/seams-and-hems#hems), [all](/guide); running it.')
    expect(onBoard('![Today](../screenshots/today.png)')).toBe('![Today](/help/today.webp)')
  })
  it('every link and picture of every page leads to one there is', async () => {
    const names = ['', ...new Set((await guideParts()).map(p => p.page).filter(p => p !== ''))]
    for (const name of names) {
      const html = hypertextOf((await guidePage(name))!)
      for (const [, to] of html.matchAll(/href="\/guide\/?([^"]*)"/g)) {
        const [page, anchor] = to!.split('#')
        const target = await guidePage(page!)
        expect(target, `${name}: ${to}`).not.toBeNull()
        if (anchor) expect(hypertextOf(target!), `${name}: ${to}`).toContain(`id="${anchor}"`)
      }
      for (const [, picture] of html.matchAll(/src="\/help\/([\w-]+)\.webp"/g))
        expect(existsSync(`docs/screenshots/${picture}.png`), picture).toBe(true)
      expect(html, name).not.toMatch(/\.md"/)
    }
    expect(await guidePage('nowhere')).toBeNull()
  })
  it('every screen has its page, its heading and its picture', async () => {
    for (const screen of Object.values(SCREENS)) {
      const [page, anchor] = screen.guide.split('#'), text = await guidePage(page!)
      expect(text, screen.name).not.toBeNull()
      if (anchor) expect(hypertextOf(text!), screen.name).toContain(`id="${anchor}"`)
      expect(['screenshots', 'help'].some(folder => existsSync(`docs/${folder}/${screen.picture}.png`)), screen.picture).toBe(true)
    }
  })
  it('is looked through part by part: every word asked for, those in the heading first', () => {
    const parts = partsOf('press', '# Press\n\nThe iron.\n\n## Plan\n\nOrder of **pieces**.\n\n## Results\n\nThe plan, read again.\n')
    expect(parts.map(p => [p.title, p.anchor, p.text])).toEqual([
      ['Press', '', 'The iron.'], ['Press: Plan', 'plan', 'Order of pieces .'], ['Press: Results', 'results', 'The plan, read again.'],
    ])
    expect(findParts(parts, 'plan').map(p => p.anchor)).toEqual(['plan', 'results'])
    expect(findParts(parts, 'Pieces order').map(p => p.anchor)).toEqual(['plan'])
    expect([findParts(parts, 'velvet'), findParts(parts, 'pieces velvet'), findParts(parts, '  ')]).toEqual([[], [], []])
    expect(anchorOf('Strips and binding, batting')).toBe('strips-and-binding-batting')
  })
})
