import { METRIC, type DisplayUnits } from '#core/units'
import { RULES, type RuleKey, type Rules } from '../house'
import { inUnits } from './measure'

/** What the house chose of a rule, and why. */
export function houseReason(key: RuleKey, rules: Rules, units: DisplayUnits = METRIC): string {
  const school = RULES[key].schools.find(s => s.value === rules[key])
  return school ? `House rule: ${school.name.toLowerCase()}. ${inUnits(school.why, units)}` : ''
}
