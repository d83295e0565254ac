import type { PlaceKey } from '#core/place'
import type { JobBody } from '#shared/schemas'

interface DemoJob extends Pick<JobBody, 'name' | 'garment' | 'washC' | 'tumble' | 'dryClean' | 'note'> {
  /** Days from today until it is to come back for a look. */
  lookInDays?: number
  /** Trims on it, by their codes; own words on its care card. */
  trims?: string[]
  careWords?: string
  /** Days from today until it is wanted; null without a day. */
  inDays: number | null
  done?: true
  /** Fabric, place and interfacing by their codes; what is not chosen yet is null. */
  fabrics: [fabric: string, place: PlaceKey | null, interfacing: string | null][]
}

/** What the Tidewell workroom has in hand for the ferry's crew, at every stage. */
export const DEMO_JOBS: DemoJob[] = [
  {
    name: 'Stewards\' shirts, twelve', garment: 'Shirt', washC: 40, tumble: 'low', dryClean: false, inDays: 3,
    note: 'The last lot peeled at the collar.', fabrics: [['TW-01', 'collar', 'B-20']],
  },
  {
    name: 'Mate\'s boat coat', garment: 'Coat', washC: 0, tumble: 'no', dryClean: true, inDays: 9,
    note: 'Gilt braid at the cuffs goes on last.', fabrics: [['TW-02', 'front', 'B-31'], ['TW-10', null, null]], trims: ['B-75'],
    careWords: 'Brush it when it is dry, and hang it on a broad hanger. The braid is not ironed at all.',
  },
  {
    name: 'Purser\'s satchel', garment: 'Satchel', washC: 0, tumble: 'no', dryClean: false, inDays: 14,
    note: 'The foam must stay out of the seam.', fabrics: [['TW-07', 'bagSide', 'B-41']],
  },
  {
    name: 'Saloon mats, reversible', garment: 'Mats, six', washC: 30, tumble: 'no', dryClean: false, inDays: 18,
    note: 'Turned through an opening; a board inside.', fabrics: [['TW-13', 'mat', 'B-53']],
  },
  {
    name: 'Saloon evening jackets', garment: 'Jacket', washC: 0, tumble: 'no', dryClean: true, inDays: 21, note: '',
    fabrics: [['TW-16', 'front', null], ['TW-04', 'collar', null]],
  },
  {
    name: 'Galley aprons, hems', garment: 'Apron', washC: 60, tumble: 'yes', dryClean: false, inDays: 1,
    note: 'Hems came down in the laundry.', fabrics: [['TW-05', 'hem', 'B-51']],
  },
  {
    name: 'Deck jackets, lettering', garment: 'Jacket', washC: 30, tumble: 'no', dryClean: false, inDays: 6, note: 'A corner lifts.',
    fabrics: [['TW-13', 'applique', 'B-60']],
  },
  {
    name: 'Signal flag, torn', garment: 'Flag', washC: 30, tumble: 'no', dryClean: false, inDays: null, note: '',
    fabrics: [['TW-11', 'patch', 'B-52']],
  },
  {
    name: 'Stores remnant, waistcoat', garment: 'Waistcoat', washC: 0, tumble: 'no', dryClean: true, inDays: null,
    note: 'Nobody knows what it is made of.', fabrics: [['TW-09', null, null]],
  },
  {
    name: 'Crew names and crest', garment: 'Costumes, eleven', washC: 30, tumble: 'no', dryClean: false, inDays: 11,
    note: 'A label each; a crest on the two deck jerseys.', fabrics: [['TW-01', null, 'B-12'], ['TW-06', 'embroideryGround', null]],
  },
  {
    name: 'Saloon banner', garment: 'Banner', washC: 0, tumble: 'no', dryClean: true, inDays: 16,
    note: 'Seven shapes and four corners on dupion.',
    fabrics: [['TW-16', 'applique', null], ['TW-03', null, null], ['TW-12', null, null], ['TW-10', null, null]],
  },
  {
    name: 'Signal-flag quilt', garment: 'Quilt', washC: 30, tumble: 'no', dryClean: false, inDays: 28,
    note: 'Eight by six, for the saloon.',
    fabrics: [['TW-01', null, null], ['TW-11', null, null], ['TW-13', null, null], ['TW-05', null, null]],
  },
  {
    name: 'Bosun\'s trousers', garment: 'Trousers', washC: 40, tumble: 'no', dryClean: false, inDays: 4, note: 'One leg is the longer.',
    fabrics: [['TW-13', 'hem', 'B-51']],
  },
  {
    name: 'Singer\'s lined dress', garment: 'Dress', washC: 0, tumble: 'no', dryClean: true, inDays: 7,
    note: 'The hem is down at the back.', fabrics: [['TW-14', 'hem', 'B-51'], ['TW-10', null, null]],
  },
  {
    name: 'Second mate\'s blazer', garment: 'Jacket', washC: 0, tumble: 'no', dryClean: true, inDays: 2,
    note: 'The front bubbled overnight.', fabrics: [['TW-14', 'front', 'B-32']],
  },
  {
    name: 'Deckhand\'s jacket, worn', garment: 'Jacket', washC: 60, tumble: 'low', dryClean: false, inDays: -40, done: true, lookInDays: 1,
    note: 'Back from three washes; a corner of the front has let go.', fabrics: [['TW-13', 'front', 'B-12']],
  },
  {
    name: 'Stewardess blouse, first', garment: 'Blouse', washC: 30, tumble: 'no', dryClean: false, inDays: -12, done: true, note: '',
    fabrics: [['TW-17', 'collar', 'B-13']],
  },
]
