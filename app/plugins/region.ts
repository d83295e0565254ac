import { said } from '#shared/region'
import { useLibrary } from '../stores/library'

/** Puts our own texts into the words of the workroom's region; templates are built to ask it. */
export default defineNuxtPlugin((nuxtApp) => {
  nuxtApp.vueApp.config.globalProperties.$say = <T>(text: T): T =>
    (typeof text === 'string' ? said(text, useLibrary().workroom?.units) as T : text)
})
