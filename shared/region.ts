import type { DisplayUnits, Region } from '../core/units'

/** Words that the United States have otherwise. Every text is written once, in those of the United Kingdom. */
const US_WORDS: Readonly<Record<string, string>> = {
  fibre: 'fiber', fibres: 'fibers', colour: 'color', colours: 'colors', coloured: 'colored', selvedge: 'selvage', selvedges: 'selvages',
  stabiliser: 'stabilizer', stabilisers: 'stabilizers', wadding: 'batting', zip: 'zipper', zips: 'zippers', centre: 'center',
  neighbour: 'neighbor', neighbours: 'neighbors', metre: 'meter', metres: 'meters', millimetre: 'millimeter', millimetres: 'millimeters',
  centimetre: 'centimeter', centimetres: 'centimeters',
  practise: 'practice', grey: 'gray', towelling: 'toweling', judgement: 'judgment',
}
/** Whether a text has one of them. Also used where the board is built. */
export const REGIONAL_WORDS = new RegExp(`\\b(${Object.keys(US_WORDS).join('|')})\\b`, 'i')
const EVERY = new RegExp(REGIONAL_WORDS.source, 'gi')

/** A text of ours in a region's words. Never for what people wrote themselves. */
export function spelled(text: string, region: Region | undefined): string {
  if (region !== 'US') return text
  return text.replace(EVERY, (word) => {
    const us = US_WORDS[word.toLowerCase()]!
    return word[0] === word[0]!.toUpperCase() ? us[0]!.toUpperCase() + us.slice(1) : us
  })
}
/** A text of ours in the words of a workroom's region. */
export const said = (text: string, units: DisplayUnits | undefined): string => spelled(text, units?.region)
