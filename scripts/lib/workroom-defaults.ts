import { METRIC } from '#core/units'
import { rulesSchema } from '#shared/schemas'

/** What a workroom begins with where nobody was asked: metric, in the words of the UK, the usual house rules. */
export const WORKROOM_DEFAULTS = { units: { ...METRIC, region: 'UK' as const, currency: 'EUR' }, rules: rulesSchema.parse({}) }
