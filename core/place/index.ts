/** Parts of a garment, and what each wants of its backing. */
export { PLACE_KEYS, placeOf, PLACES, type GiveWish, type Layering, type Place, type PlaceKey } from './places'
