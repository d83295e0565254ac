import { z } from 'zod'

type Check = z.core.$ZodCheck
interface Def { type: string, checks?: Check[], [part: string]: unknown }

/** Kinds of number (whole ones) belong to what a thing is; ranges, lengths and sums are limits. */
const isKind = (check: Check): boolean => check._zod.def.check === 'number_format'

/** Corners of a ring: by far the most of what is kept, and all alike, so they are looked at in one plain loop. */
function isCorners(value: unknown, length: number): boolean {
  if (!Array.isArray(value)) return false
  for (const corner of value as unknown[]) {
    if (!Array.isArray(corner) || corner.length !== length) return false
    for (const figure of corner as unknown[]) if (!Number.isFinite(figure)) return false
  }
  return true
}
/** A list of so many plain figures each: how many, or null where it is another list. */
function figuresEach(element: z.ZodType): number | null {
  const def = element._zod.def as unknown as Def, items = def.items as z.ZodType[] | undefined
  return def.type === 'tuple' && items!.every(i => i._zod.def.type === 'number') ? items!.length : null
}

const each = (of: unknown): unknown[] => (of as z.ZodType[]).map(s => keptForm(s))
const one = (of: unknown): unknown => keptForm(of as z.ZodType)

/** The schemas within a schema, in their kept form. */
function within(def: Def): Record<string, unknown> {
  switch (def.type) {
    case 'object':
      return { shape: Object.fromEntries(Object.entries(def.shape as object).map(([key, s]) => [key, keptForm(s as z.ZodType)])) }
    case 'array': return { element: one(def.element) }
    case 'tuple': return { items: each(def.items) }
    case 'union': return { options: each(def.options) }
    case 'record': return { valueType: one(def.valueType) }
    case 'pipe': return { in: one(def.in) }
    case 'nullable':
    case 'optional':
    case 'default': return { innerType: one(def.innerType) }
    default: return {}
  }
}

/**
 * The same shape without its limits. Limits are held at the door, where something is written; what is kept already is read by this form
 * and never judged again: a limit that came later, or that a derived value passed, makes nothing unreadable.
 */
export function keptForm<S extends z.ZodType>(schema: S): S {
  const def = schema._zod.def as unknown as Def
  const figures = def.type === 'array' ? figuresEach(def.element as z.ZodType) : null
  if (figures !== null) return z.custom(value => isCorners(value, figures), 'a list of corners is not readable.') as unknown as S
  return z.core.clone(schema, { ...def, checks: (def.checks ?? []).filter(isKind), ...within(def) } as never) as S
}

/** Every kind of schema that `keptForm` looks into, or that has nothing within; anything else is a fault of ours. */
const KNOWN = new Set([
  'object', 'array', 'tuple', 'union', 'record', 'pipe', 'nullable', 'optional', 'default', 'string', 'number', 'boolean', 'enum',
  'literal', 'null', 'transform', 'unknown', 'custom',
])
/** Kinds of schema within this one that `keptForm` does not know; for tests. */
export function unknownForms(schema: z.ZodType): string[] {
  const def = schema._zod.def as unknown as Def
  const inner = Object.values(within(def)).flatMap(part =>
    part && typeof part === 'object' && '_zod' in part ? [part as z.ZodType] : Object.values(part as object) as z.ZodType[])
  return [...(KNOWN.has(def.type) ? [] : [def.type]), ...inner.flatMap(s => unknownForms(s))]
}
