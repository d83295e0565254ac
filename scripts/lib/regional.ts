/**
 * A step of building the board: every text of a template that has a word of the United Kingdom's is put into the words of the
 * workroom's region when it is shown, and so is what our own tables and sentences say. Nobody writes a text twice, or thinks of it.
 * What people wrote themselves (a name, a note) is left alone.
 */
import { createCompoundExpression, createSimpleExpression, type AttributeNode, type NodeTransform } from '@vue/compiler-core'

const NODE = { element: 1, text: 2, interpolation: 5, attribute: 6, directive: 7 } as const
/** Attributes that a person reads or hears. */
const READ = new Set(['label', 'placeholder', 'aria-label', 'title', 'name', 'noun', 'alt', 'what', 'ask', 'description'])
/** A table of ours, or a function that says something: FAMILY_NAME[x], coverageSentence(…). */
const OURS = /\b[A-Z][A-Z]+_[A-Z_]+\b|\b\w+(?:Words|Sentence|Headline|Line|Steps|Name|Reason|Refusal|Fault)\(/

const say = (code: string) => createSimpleExpression(`_ctx.$say(${code})`, false)

/** @param words those that another region has otherwise */
export const regional = (words: RegExp): NodeTransform => (node, context) => {
  if (node.type === NODE.text && words.test(node.content)) {
    context.replaceNode({ type: NODE.interpolation as never, content: say(JSON.stringify(node.content)), loc: node.loc })
    return
  }
  if (node.type === NODE.interpolation) {
    const source = node.content.loc.source
    if (OURS.test(source) || words.test(source)) node.content
      = createCompoundExpression(['_ctx.$say(', node.content, ')']) as never
    return
  }
  if (node.type !== NODE.element) return
  node.props = node.props.map((p) => {
    if (p.type === NODE.attribute) {
      const { name, value, loc } = p as AttributeNode
      if (!READ.has(name) || !value || !words.test(value.content)) return p
      return {
        type: NODE.directive as never, name: 'bind', rawName: `:${name}`, arg: createSimpleExpression(name, true),
        exp: say(JSON.stringify(value.content)), modifiers: [], loc,
      }
    }
    if (p.type === NODE.directive && p.name === 'bind' && p.exp && p.arg && 'content' in p.arg && READ.has(p.arg.content)
      && words.test(p.exp.loc.source)) p.exp = createCompoundExpression(['_ctx.$say(', p.exp, ')']) as never
    return p
  })
}
