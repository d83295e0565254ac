import type { IronSetting } from './recipe'

/** Degrees within which a sole is at a setting. */
const AT_SETTING_C = 0.6
/** The swing taken where an iron has no setting to go by, K. */
const UNKNOWN_SWING_C = 15

/**
 * A sole temperature as a setting of the dial: the setting that is there, or a place between two, which takes the names of both.
 * @param stops of the iron, in any order; @param soleC mean sole temperature wanted, °C
 */
export function settingAt(settings: readonly IronSetting[], soleC: number): IronSetting {
  const on = settings.find(s => Math.abs(s.meanC - soleC) < AT_SETTING_C)
  if (on) return on
  const sorted = [...settings].sort((a, b) => a.meanC - b.meanC)
  const over = sorted.find(s => s.meanC > soleC),
    under = sorted.findLast(s => s.meanC < soleC)
  const label
    = under && over ? `between ${under.label} and ${over.label}` : under ? `over ${under.label}` : `under ${over?.label ?? 'the dial'}`
  return { label: label.slice(0, 80), meanC: soleC, swingC: (under ?? over)?.swingC ?? UNKNOWN_SWING_C, origin: 'estimate' }
}
