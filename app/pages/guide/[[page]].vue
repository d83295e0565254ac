<script setup lang="ts">
import { said } from '#shared/region'
import { findParts, guidePage, guideParts, hypertextOf, type GuidePart } from '~/composables/board/guide'

/** The guide, on the board itself: as it is written beside the program, to be looked through, and there without the server. */
definePageMeta({ title: 'Guide' })
const route = useRoute()
const router = useRouter()
const html = ref('')
const missing = ref(false)
const q = ref('')
const all = shallowRef<GuidePart[]>([])
const found = computed(() => findParts(all.value, q.value).slice(0, 12))
const page = computed(() => (typeof route.params.page === 'string' ? route.params.page : ''))
const selection = useSelection()
/** Its words, not its addresses, in those of the workroom's region. */
const inRegion = (hypertext: string): string => hypertext.replace(/>([^<]+)</g, (_, text: string) => `>${said(text, selection.units)}<`)
const article = useTemplateRef('article')
async function read(): Promise<void> {
  const text = await guidePage(page.value)
  missing.value = text === null
  html.value = text === null ? '' : inRegion(hypertextOf(text))
  await nextTick()
  const at = route.hash ? article.value?.querySelector(`[id="${CSS.escape(decodeURIComponent(route.hash.slice(1)))}"]`) : null
  if (at) at.scrollIntoView()
  else article.value?.closest('main')?.scrollTo(0, 0)
}
watch(() => [page.value, route.hash], read, { immediate: true })
onMounted(async () => {
  all.value = (await guideParts()).map(p => ({ ...p, title: said(p.title, selection.units), text: said(p.text, selection.units) }))
})
/** Its links are the board's own. */
function follow(event: MouseEvent): void {
  const link = (event.target as HTMLElement).closest('a'), to = link?.getAttribute('href')
  if (!to?.startsWith('/') || event.ctrlKey || event.metaKey) return
  event.preventDefault()
  void router.push(to)
}
const contents = computed(() => all.value.filter(p => p.anchor === ''))
const snippet = (p: GuidePart) => `${p.text.slice(0, 130)}${p.text.length > 130 ? '…' : ''}`
</script>

<template>
  <div class="grid grid-cols-[250px_minmax(0,46rem)] gap-8 p-6 max-[900px]:grid-cols-1 max-[900px]:gap-4 max-[600px]:p-4">
    <nav aria-label="Pages of the guide" class="space-y-3">
      <UInput v-model="q" icon="i-lucide-search" class="w-full" placeholder="Look through the guide" aria-label="Look through the guide" />
      <ul class="max-[900px]:flex max-[900px]:flex-wrap">
        <li v-for="p in contents" :key="p.page"><NuxtLink :to="`/guide/${p.page}`"
          class="flex min-h-11 items-center px-2 hover:bg-seam/20"
          :class="p.page === page ? 'border-l-4 border-mark font-semibold' : ''">{{ p.title }}</NuxtLink></li>
      </ul>
    </nav>
    <section v-if="q.trim() !== ''" aria-label="Found in the guide" aria-live="polite">
      <h1 class="text-2xl font-semibold">{{ found.length === 0 ? 'Nothing in the guide says that' : `“${q.trim()}” in the guide` }}</h1>
      <ul class="mt-3 space-y-2">
        <li v-for="p in found" :key="`${p.page}${p.anchor}`"><NuxtLink class="slip block p-3 hover:bg-seam/20"
          :to="`/guide/${p.page}${p.anchor ? `#${p.anchor}` : ''}`" @click="q = ''">
          <b>{{ p.title }}</b><span class="block text-[15px] text-muted-ink">{{ snippet(p) }}</span></NuxtLink></li>
      </ul>
    </section>
    <p v-else-if="missing" class="text-lg">The guide has no such page. Choose one from the list.</p>
    <!-- eslint-disable-next-line vue/no-v-html -- written by us, shipped with the program -->
    <article v-else ref="article" class="guide" @click="follow" v-html="html" />
  </div>
</template>
