import type { Method } from '#core/recipe'
import type { Origin } from '#core/materials'
import type { DamageKind } from '#core/damage'

export const METHOD_NAME: Record<Method, string> = { dry: 'Dry', steam: 'Steam shots', mist: 'Mist', damp: 'Damp press cloth',
  mistSteam: 'Mist and steam', dryMist: 'Dry, then mist' }
/** Moisture as shown in the iron's rest. */
export const MOISTURE_WORDS: Record<Method, string> = { dry: 'dry', steam: 'steam shots', mist: 'mist', damp: 'press cloth wrung damp',
  mistSteam: 'mist and steam shots', dryMist: 'dry, then mist from the right side' }
export const NAP_NAME = { none: 'Plain', texture: 'Texture (slubs, crinkle)', nap: 'Nap', pile: 'Pile' } as const
export const ORIGIN_NAME: Record<Origin, string> = {
  tested: 'tested', measured: 'measured', maker: 'maker', typical: 'typical', estimate: 'estimate',
}
export const FAMILY_NAME = {
  fusible: 'Fusible', sewIn: 'Sew-in', web: 'Web', hemTape: 'Hem tape', foam: 'Foam, fleece or board', hoop: 'Hoop stabiliser',
  stiffener: 'Stiffener', stayTape: 'Stay tape', transfer: 'Transfer', lettering: 'Lettering', patch: 'Badge or patch', trim: 'Trim',
} as const
export const BASE_NAME = { woven: 'woven', knit: 'knit', weftInsert: 'weft-insert', nonwoven: 'nonwoven', none: 'no base' } as const

export const DAMAGE_NAME: Record<DamageKind, string> = {
  scorch: 'scorch', shine: 'shine', melt: 'melting', crush: 'crushed surface', waterMark: 'water marks', dyeMigration: 'dye moving out',
  laminate: 'laminate letting go', shrinkage: 'shrinkage', strikeThrough: 'adhesive on the right side', overFused: 'over-fused, boardy',
  steamStretch: 'stretching in the steam', deadStretch: 'dead stretch',
}

/** A stretch of time: in seconds up to a minute and a half, then in minutes and seconds. */
export function seconds(s: number): string {
  const whole = Math.round(s)
  if (whole < 90) return `${whole}\u00A0s`
  return `${Math.floor(whole / 60)}\u00A0min${whole % 60 === 0 ? '' : ` ${whole % 60}\u00A0s`}`
}
