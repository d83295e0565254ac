/** Of what the board keeps copies, to show them while its server is away. */
/** Stands in the head of an answer that is a copy. */
export const COPY_MARK = 'x-kept-copy'
/** Copies are kept for each person: whose they are lies here, where the worker finds it again after it was put to sleep. */
export const WHO_CACHE = 'ready-cuff-who', WHO_KEY = '/who'
export const COPIES = 'ready-cuff-copies', PICTURES = 'ready-cuff-pictures', ICONS = 'ready-cuff-icons'

const LISTS = /^\/api\/(workroom|fabrics|supplies|irons|press-cloths|places|jobs|pairings|plans|swatches|match|due)(\/|$)/
/** Streams, sheets of paper and pictures are none of them. */
const NEVER = /\/(probe|strip|proof|photos|templates|chalk)(\/|$)/

export const isPicture = (path: string): boolean => /^\/api\/swatches\/[^/]+\/photos\/[^/]+$/.test(path)
export const isIcon = (path: string): boolean => path.startsWith('/api/_nuxt_icon/')
export const isCopied = (path: string): boolean => LISTS.test(path) && !NEVER.test(path)
