import { marked } from 'marked'

/** The guide's pages as they are written, fetched the first time somebody looks. */
const PAGES = import.meta.glob<string>(['../../../docs/guide.md', '../../../docs/guide/*.md'], { query: '?raw', import: 'default' })
const nameOf = (path: string): string => path.split('/').at(-1)!.replace('.md', '')

/** A part of a page under one heading. */
export interface GuidePart { page: string, title: string, anchor: string, text: string }
export const anchorOf = (heading: string): string =>
  heading.toLowerCase().replace(/[^\p{L}\p{N}\s-]/gu, '').trim().replace(/\s+/g, '-')

/** Links between pages lead about within the board; its pictures are those that were taken of it. */
export function onBoard(markdown: string): string {
  return markdown
    .replace(/^\[Guide\].*$/m, '')
    .replace(/!\[([^\]]*)\]\((?:\.\.\/)?screenshots\/([\w-]+)\.png\)/g, '![$1](/help/$2.webp)')
    .replace(/\]\((?:\.\.\/)?guide\.md(#[\w-]+)?\)/g, '](/guide$1)')
    .replace(/\]\((?:guide\/)?([\w-]+)\.md(#[\w-]+)?\)/g, '](/guide/$1$2)')
    // What is for whoever runs the server lies beside the program.
    .replace(/\[([^\]]+)\]\(\.\.\/[^)]*\)/g, '$1')
}
/** A page as hypertext, each heading with the name by which it is linked. */
export function hypertextOf(markdown: string): string {
  const html = marked.parse(onBoard(markdown), { async: false })
  return html.replace(/<h([23])>(.*?)<\/h\1>/g, (_, level: string, title: string) =>
    `<h${level} id="${anchorOf(title.replace(/<[^>]+>|&\w+;/g, ''))}">${title}</h${level}>`)
}
/** A page in its parts, in plain words, to be looked through. */
export function partsOf(page: string, markdown: string): GuidePart[] {
  const plain = onBoard(markdown).replace(/!\[[^\]]*\]\([^)]*\)/g, '').replace(/\[([^\]]+)\]\([^)]*\)/g, '$1').replace(/[*_`|]/g, ' ')
  const title = /^# (.+)$/m.exec(plain)?.[1] ?? page
  return plain.split(/^(?=#{1,2} )/m).filter(part => part.trim() !== '').map((part) => {
    const [, heading = title, text = ''] = /^#{1,2} ([^\n]+)\n([\s\S]*)$/.exec(part) ?? []
    return {
      page: page === 'guide' ? '' : page, title: heading === title ? title : `${title}: ${heading}`,
      anchor: heading === title ? '' : anchorOf(heading), text: text.replace(/\s+/g, ' ').trim(),
    }
  })
}

/** One page of the guide; '' is its first. @returns null where there is none of that name */
export async function guidePage(name: string): Promise<string | null> {
  const found = Object.entries(PAGES).find(([path]) => nameOf(path) === (name || 'guide'))
  return found ? found[1]() : null
}
let parts: Promise<GuidePart[]> | null = null
/** All parts of the guide. */
export const guideParts = (): Promise<GuidePart[]> => (parts ??= Promise.all(
  Object.entries(PAGES).map(async ([path, read]) => partsOf(nameOf(path), await read()))).then(all => all.flat()))

/** Parts in which every word asked for stands, those that bear it in their title first. */
export function findParts(all: readonly GuidePart[], asked: string): GuidePart[] {
  const words = asked.toLowerCase().split(/\s+/).filter(w => w !== '')
  if (words.length === 0) return []
  const holds = (text: string, w: string) => text.toLowerCase().includes(w)
  return all.filter(p => words.every(w => holds(p.title, w) || holds(p.text, w)))
    .sort((a, b) => Number(words.every(w => holds(b.title, w))) - Number(words.every(w => holds(a.title, w))))
}
