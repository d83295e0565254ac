/** Parts of a garment, and what each wants of its interfacing. */
export { PLACE_KEYS, placeOf, PLACES, type Place, type PlaceKey } from './places'
