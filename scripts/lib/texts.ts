import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'
import { parse, type SFCParseOptions } from 'vue/compiler-sfc'

/** A text that a person can read, and where it is written. */
export interface Text {
  file: string
  line: number
  /** Offsets of what is written between the quotes or tags, in its file. */
  from: number
  to: number
  text: string
}

/** Where people's texts are written; the rest of the code speaks to nobody. */
const FOLDERS = ['app', 'core', 'shared', 'server']
/** Not read by anyone: tests and what they lean on, SQL, what is drawn by a machine. */
const NOT_READ = /\.(test|fixture|spec)\.ts$|\/testing\/|\/migrations\/|\/models\/|\.d\.ts$/

/** Attributes of components and of HTML whose plain value is read by a person. */
const READ_ATTRIBUTES = new Set([
  'label', 'title', 'placeholder', 'alt', 'description', 'hint', 'help', 'text', 'aria-label', 'aria-description', 'unit', 'say', 'words',
  'name', 'caption', 'heading', 'legend', 'note', 'empty', 'sentence', 'button', 'verb', 'question', 'lead',
])
/** What never is a text: classes, styles, keys of tests, addresses. */
const NOT_ATTRIBUTES = /^(class|style|data-|key|ref|to|href|src|id|for|icon|type|role|is|v-model|d$|viewBox|transform|points)/

/** Prose has two words, or begins like a sentence or a label. */
function isProse(text: string): boolean {
  const plain = text.replaceAll(/\$\{\}/g, ' ').trim()
  if (!/[A-Za-z]{2}/.test(plain)) return false
  if (/^(i-|#|\.{0,2}\/|https?:|data:|blob:|var\(|url\(|[a-z]+:[a-z-]+$)/.test(plain)) return false
  if (/^[a-z][\w-]*$/i.test(plain) && !/^[A-Z][a-z]+$/.test(plain)) return false
  if (/^(select|insert|update|delete|create|alter|with|from|where|listen|notify|set|drop|lock|begin|vacuum|order by|desc|asc) /i.test(plain)
    && /[a-z_]+ (from|into|set|table|index|where|=|local|by) |\$1|listen |notify /i.test(`${plain} `)) return false
  if (/json_agg|json_build_object|\bc\.[a-z_]+ (=|in|>)|order by [a-z]+\./.test(plain)) return false
  return /[A-Za-z]{2,}[ ,.:;?!]|[A-Z][a-z]+/.test(plain)
}

/** Classes of the style sheet look like words with hyphens and colons. */
const isClasses = (text: string) => text.split(/\s+/).filter(w =>
  /[-:[\]/]|^(flex|grid|block|hidden|relative|absolute|sticky|inline|truncate|italic|underline|uppercase)$/
    .test(w)).length >= Math.max(1, text.split(/\s+/).length * 0.4) && !/[.?!,]( |$)/.test(text)

/** The literals of a piece of TypeScript. @param at where it begins in its file */
function literalsOf(source: string, at: number, add: (from: number, to: number, text: string) => void, onlyProse = true): void {
  const file = ts.createSourceFile('x.tsx', source, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS)
  const take = (from: number, to: number, text: string) => {
    if ((!onlyProse || isProse(text)) && !isClasses(text)) add(at + from, at + to, text)
  }
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isLiteralTypeNode(node)) return
    if (ts.isCallExpression(node) && /^(import|require|defineOptions|getElementById|querySelector(All)?|addEventListener)$/
      .test(node.expression.getText(file).split('.').at(-1)!)) return node.arguments.slice(1).forEach(visit)
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) return take(node.getStart(file) + 1, node.getEnd() - 1,
      node.text)
    if (ts.isTemplateExpression(node)) {
      const whole = [node.head.text, ...node.templateSpans.map(s => s.literal.text)].join('${}')
      if ((!onlyProse || isProse(whole)) && !isClasses(whole)) {
        const tail = (n: ts.TemplateHead | ts.TemplateMiddle | ts.TemplateTail) => n.getEnd() - (ts.isTemplateTail(n) ? 1 : 2)
        for (const n of [node.head, ...node.templateSpans.map(s => s.literal)])
          if (n.text) add(at + n.getStart(file) + 1, at + tail(n), n.text)
      }
      return node.templateSpans.forEach(s => visit(s.expression))
    }
    ts.forEachChild(node, visit)
  }
  visit(file)
}

interface TemplateNode {
  type: number
  content?: string | TemplateNode
  loc: { start: { offset: number }, end: { offset: number }, source: string }
  props?: TemplateNode[]
  children?: TemplateNode[]
  name?: string
  value?: TemplateNode
  exp?: TemplateNode
  arg?: TemplateNode
}

/** What stands in a component: its template's words, and the literals of its expressions and script. */
function textsOfComponent(source: string, add: (from: number, to: number, text: string) => void): void {
  const { descriptor } = parse(source, { sourceMap: false } satisfies SFCParseOptions)
  for (const script of [descriptor.script, descriptor.scriptSetup]) if (script) literalsOf(script.content, script.loc.start.offset, add)
  const visit = (n: TemplateNode): void => {
    if (n.type === 2) {
      if (/[A-Za-z]{2}/.test(n.loc.source)) add(n.loc.start.offset, n.loc.end.offset, n.loc.source)
      return
    }
    if (n.type === 5) {
      const inner = n.content as TemplateNode
      literalsOf(inner.loc.source, inner.loc.start.offset, add, false)
      return
    }
    for (const p of n.props ?? []) {
      if (p.type === 6 && p.value && READ_ATTRIBUTES.has(p.name!)) {
        const { start, end, source } = p.value.loc
        const quoted = /^["']/.test(source) ? 1 : 0
        if (/[A-Za-z]{2}/.test(source)) add(start.offset + quoted, end.offset - quoted, source.slice(quoted, source.length - quoted))
      }
      if (p.type === 7 && p.exp && !NOT_ATTRIBUTES.test(p.arg?.loc.source ?? p.name ?? '')) {
        literalsOf(p.exp.loc.source, p.exp.loc.start.offset, add, !READ_ATTRIBUTES.has(p.arg?.loc.source ?? ''))
      }
    }
    n.children?.forEach(visit)
  }
  if (descriptor.template?.ast) visit(descriptor.template.ast as unknown as TemplateNode)
}

/** All files beneath a folder. */
function filesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true, recursive: true })
    .filter(e => e.isFile() && /\.(ts|vue)$/.test(e.name)).map(e => join(e.parentPath, e.name))
}

/** Every text of one file that a person can read; none of a file that speaks to nobody. @param file its path from the project's root */
export function textsOfFile(file: string, source: string): Text[] {
  if (NOT_READ.test(file) || !FOLDERS.includes(file.split('/')[0]!)) return []
  const found: Text[] = []
  const add = (from: number, to: number, text: string) => {
    found.push({ file, line: source.slice(0, from).split('\n').length, from, to, text })
  }
  if (file.endsWith('.vue')) textsOfComponent(source, add)
  else literalsOf(source, 0, add)
  return found
}

/** Every text that a person can read, of the screens, the words, the schemas, core's faults and the server. @param root the project */
export function textsOf(root: string): Text[] {
  return FOLDERS.flatMap(f => filesIn(join(root, f))).sort().flatMap(path => textsOfFile(relative(root, path), readFileSync(path, 'utf8')))
}

/** Words that the trade does not use for what is meant, each with the word that took its place in the pull of it. */
export const OLD_WORDS: readonly RegExp[] = [
  // A press cloth, and any fabric that one wipes or blots with, is the one cloth.
  /(?<!press |clean |damp |old, absorbent |an old )\bcloths?\b/i, /\bbackings?\b/i, /\bsoles?\b/i, /\bresins?\b/i, /\bset-downs?\b/i,
  /\b(dial|cooler|hotter|coolest|right) stops?\b/i, /\bleaflets?\b/i, /\bthe lay\b/i, /\bsettling pass/i, /\bmaker's sheet\b/i,
  /\b(damp|wet|thinner|sheer) cover\b/i, /\broom to err\b/i,
]

/** A unit that is written out, as it is in a template: after a figure, after one that is put in, or by itself ("Widths, mm"). */
export const UNIT_LITERAL = /(?<![\w-])(mm|cm|g\/m²|°[CF]|kPa|psi|oz\/yd²)(?![\w²-])/

/** Why a text must not be written so; null where it may. */
export function wordingFault({ file, text }: Text): string | null {
  const old = OLD_WORDS.map(word => word.exec(text)?.[0]).find(Boolean)
  if (old) return `"${old}" is not what the trade says: see docs/glossary.md.`
  // What is thrown or answered is said in the workroom's own units on its way to the screen; a screen's own words are written for both.
  return file.startsWith('app/') && UNIT_LITERAL.test(text)
    ? 'A unit comes from the workroom\'s system of measure (shared/words/measure).'
    : null
}
