/** How heavy a body is before anything is made of it: how deep it is nested, and how many values stand in it. */
export interface Weight { depth: number, values: number }

const QUOTE = 0x22, BACKSLASH = 0x5C, COMMA = 0x2C, OPEN_LIST = 0x5B, CLOSE_LIST = 0x5D, OPEN = 0x7B, CLOSE = 0x7D

/** Weighs JSON in one pass over its bytes; what is no JSON is weighed all the same. */
export function weigh(json: Uint8Array): Weight {
  let depth = 0, deepest = 0, values = 1
  for (let i = 0; i < json.length; i++) {
    const c = json[i]
    if (c === QUOTE) {
      for (i++; i < json.length && json[i] !== QUOTE; i++) if (json[i] === BACKSLASH) i++
    } else if (c === COMMA) values++
    else if (c === OPEN_LIST || c === OPEN) {
      if (++depth > deepest) deepest = depth
    } else if (c === CLOSE_LIST || c === CLOSE) depth--
  }
  return { depth: deepest, values }
}
