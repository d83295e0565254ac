import type { EvaluateOptions, PressSetup, Recipe } from '../recipe'
import { normalQuantile } from '../numeric'

/** What is not known precisely about a pressing. */
export const UNKNOWNS = [
  'phase', 'dial', 'swing', 'thickness', 'mass', 'contact', 'pressure', 'moisture', 'timing', 'melting', 'rate',
] as const
export type Unknown = (typeof UNKNOWNS)[number]

/** How widely each varies: standard deviations (of the logarithm where a factor), and what has been learned as its middle. */
export interface Knowledge {
  /** Sole's mean at the setting, °C. */
  dialSdC: number
  /** Share of the thermostat's swing. */
  swingSd: number
  /** Share of fabric's and interfacing's thickness and weight. */
  thicknessSd: number
  massSd: number
  contactSd: number
  pressureSd: number
  moistureSd: number
  /** A person's count, s. */
  timingSdS: number
  /** Adhesive lot: start of its melting, °C, and its speed. */
  meltSdC: number
  rateSd: number
  /** Learned middles: sole offset °C, log of contact, melting shift °C, log of rate. */
  dialC: number
  logContact: number
  meltC: number
  logRate: number
}

/** Nothing measured: typical spreads of the trade. */
export const TYPICAL_KNOWLEDGE: Knowledge = {
  dialSdC: 8, swingSd: 0.15, thicknessSd: 0.12, massSd: 0.08, contactSd: 0.25, pressureSd: 0.2, moistureSd: 0.25, timingSdS: 1,
  meltSdC: 3, rateSd: 0.2, dialC: 0, logContact: 0, meltC: 0, logRate: 0,
}

/** Spreads once something has been measured: a calibrated setting, a weighed and gauged fabric. */
export function knowledgeOf(
  known: { settingMeasured: boolean, massMeasured: boolean, thicknessMeasured: boolean, sheet: boolean },
  base: Knowledge = TYPICAL_KNOWLEDGE,
): Knowledge {
  return {
    ...base,
    dialSdC: known.settingMeasured ? Math.min(base.dialSdC, 3) : base.dialSdC,
    massSd: known.massMeasured ? Math.min(base.massSd, 0.02) : base.massSd,
    thicknessSd: known.thicknessMeasured ? Math.min(base.thicknessSd, 0.05) : base.thicknessSd,
    meltSdC: known.sheet ? Math.min(base.meltSdC, 2) : base.meltSdC,
    // A sheet says how fast its lot is on the maker's own setup; what that setup was is not known to the last.
    rateSd: known.sheet ? Math.min(base.rateSd, 0.12) : base.rateSd,
  }
}

/**
 * What has been learned of a pairing, as it changes a run. The one place where knowledge becomes options: search, openers,
 * match, map, plan, explanation and report all compute with it.
 */
export const optionsOf = (k: Pick<Knowledge, 'dialC' | 'logContact' | 'meltC' | 'logRate'>): EvaluateOptions =>
  ({ soleOffsetC: k.dialC, contactFactor: Math.exp(k.logContact), meltShiftC: k.meltC, rateFactor: Math.exp(k.logRate) })

/** One drawing of all unknowns, as it changes setup, recipe and run. */
export interface Drawing {
  setup: PressSetup
  recipe: Recipe
  options: EvaluateOptions
  /** Added to the hold asked for, s. */
  lateS: number
}

/**
 * @param point one row of the hypercube, in the order of UNKNOWNS
 * @param soleC mean sole temperature on the map, °C; null = the recipe's own setting
 */
export function draw(
  setup: PressSetup, recipe: Recipe, k: Knowledge, point: ArrayLike<number>, soleC: number | null, options: EvaluateOptions,
): Drawing {
  const normal = (u: Unknown) => normalQuantile(point[UNKNOWNS.indexOf(u)]!)
  const factor = (u: Unknown, sd: number) => Math.exp(normal(u) * sd)
  const thick = factor('thickness', k.thicknessSd), heavy = factor('mass', k.massSd), moist = factor('moisture', k.moistureSd)
  const { fabric, supply } = setup
  const learned = optionsOf(k)
  return {
    setup: {
      ...setup,
      fabric: { ...fabric, thicknessMm: fabric.thicknessMm * thick, massGsm: fabric.massGsm * heavy },
      supply: { ...supply, thicknessMm: supply.thicknessMm * thick, massGsm: supply.massGsm * heavy },
    },
    recipe: {
      ...recipe,
      setting: { ...recipe.setting, meanC: soleC ?? recipe.setting.meanC, swingC: recipe.setting.swingC * factor('swing', k.swingSd) },
      pressureKPa: recipe.pressureKPa * factor('pressure', k.pressureSd),
      mistGsm: recipe.mistGsm * moist, pressClothWaterGsm: recipe.pressClothWaterGsm * moist, steamGM2S: recipe.steamGM2S * moist,
    },
    options: {
      ...options,
      phase: point[UNKNOWNS.indexOf('phase')]!,
      soleOffsetC: (options.soleOffsetC ?? 0) + learned.soleOffsetC! + normal('dial') * k.dialSdC,
      contactFactor: (options.contactFactor ?? 1) * learned.contactFactor! * factor('contact', k.contactSd),
      meltShiftC: (options.meltShiftC ?? 0) + learned.meltShiftC! + normal('melting') * k.meltSdC,
      rateFactor: (options.rateFactor ?? 1) * learned.rateFactor! * factor('rate', k.rateSd),
    },
    lateS: normal('timing') * k.timingSdS,
  }
}
