import { createSharedComposable, useMediaQuery } from '@vueuse/core'

/** Is this a phone, held upright in one hand? */
export const useIsPhone = createSharedComposable(() => useMediaQuery('(max-width: 640px)'))
