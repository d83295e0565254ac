<script setup lang="ts">
import { IRON_KINDS, IRON_KIND_KEYS, PRESS_CLOTH_KIND_KEYS, PRESS_CLOTH_KINDS } from '#core/materials'
import { METRIC, US_CUSTOMARY, type DisplayUnits } from '#core/units'
import { passphraseField, STARTER_KEYS, type Workroom } from '#shared/schemas'
import { DIALS, starterName, starterSupply } from '#shared/starter'
import { massWords, unitWords } from '#shared/words'

/** The first visit: a workroom of one's own in four short steps, each but its owner left out at will. */
definePageMeta({ layout: 'plain', title: 'Begin' })
const { draft, passphrase, problem, beginning, toggle, begin } = useBeginning()
const STEPS = ['The workroom', 'You', 'Iron and press cloths', 'What is on the shelf'] as const
const HEADINGS = ['A workroom of your own', 'Who are you?', 'Which iron is at hand?', 'What is on your shelf?'] as const
const at = ref(0)
onMounted(async () => {
  const { begun } = await $fetch<{ begun: boolean }>('/api/begin').catch(() => ({ begun: false }))
  if (begun) await navigateTo('/today')
})
const nameProblem = ref<string | null>(null)
/** What this step cannot go on without. */
function missing(): string | null {
  const { owner } = draft.value
  if (at.value !== 1) return null
  if (owner.trim() === '') return 'Name: say who you are.'
  const given = passphraseField.safeParse(passphrase.value)
  return given.success ? null : given.error.issues[0]!.message
}
const heading = useTemplateRef('heading')
async function go(step: number): Promise<void> {
  nameProblem.value = step > at.value ? missing() : null
  if (nameProblem.value) return
  at.value = step
  await nextTick()
  heading.value?.focus()
}
/** Opened anew, so that the board is laid out as this workroom's; it begins with describing a fabric. */
function open(w: Workroom): void {
  rememberWorkroom(w.id)
  if (browserKeeps) window.localStorage.setItem(storedKey(w.id, 'fabric-writing'), 'new')
  location.assign('/fabric')
}
async function finish(): Promise<void> {
  // A reload keeps everything but the passphrase.
  if (!passphraseField.safeParse(passphrase.value).success) return go(1)
  const w = await begin()
  if (w) open(w)
}
const shown = (units: DisplayUnits) => (['length', 'temperature', 'arealMass'] as const).map(q => unitWords(q, units)).join(' · ')
const SYSTEMS = [
  { value: 'metric' as const, name: 'Metric', shown: shown(METRIC), units: METRIC, region: 'UK' as const },
  { value: 'us' as const, name: 'US', shown: shown(US_CUSTOMARY), units: US_CUSTOMARY, region: 'US' as const },
]
const system = computed({
  get: () => (draft.value.units.length === 'in' ? 'us' as const : 'metric' as const),
  set: (v) => {
    const { units, region } = SYSTEMS.find(s => s.value === v)!
    draft.value = { ...draft.value, units: { ...draft.value.units, ...units, region } }
  },
})
const dials = Object.entries(DIALS).map(([value, d]) => ({ value: value as keyof typeof DIALS, name: d.name }))
const shelf = STARTER_KEYS.map((key, i) => ({ key, supply: starterSupply(key, i + 1), name: starterName(key) }))
</script>

<template>
  <div class="mx-auto flex min-h-full max-w-5xl flex-col px-6 py-6 max-[600px]:px-4">
    <header class="flex items-center gap-4 border-b border-seam pb-3">
      <p class="ticket text-2xl font-semibold">Ready Cuff</p>
      <ol class="ml-auto flex gap-2" aria-label="Steps">
        <li v-for="(s, i) in STEPS" :key="s" :aria-current="i === at ? 'step' : undefined"
          class="flex min-h-10 items-center gap-2 px-2 text-[15px]" :class="i === at ? 'bg-ink text-paper' : 'text-muted-ink'">
          <b>{{ i + 1 }}</b> <span class="max-[700px]:hidden">{{ s }}</span></li>
      </ol>
    </header>

    <section class="flex-1 py-6" :aria-label="STEPS[at]">
      <h1 ref="heading" tabindex="-1" class="text-3xl font-semibold">
        {{ HEADINGS[at] }}</h1>
      <p v-if="problem" class="mt-2 text-lg font-semibold text-alert" role="alert">{{ problem }}</p>

      <div v-if="at === 0" class="mt-4 grid grid-cols-2 gap-8 max-[800px]:grid-cols-1">
        <div class="space-y-5">
          <p class="text-lg">Your fabrics, irons and test swatches stay on this machine, in a database of their own.</p>
          <label class="block"><span class="block font-semibold">What is it called?</span>
            <UInput v-model="draft.name" size="xl" maxlength="80" class="w-full" aria-label="What is it called?" autofocus
              @keydown.enter="go(1)" />
            <span class="text-sm text-muted-ink">Left out, it bears your name.</span></label>
          <div>
            <p class="font-semibold">Which units do you measure in?</p>
            <Choices v-model="system" :options="SYSTEMS" label="Units" class="mt-1 grid grid-cols-2 gap-3" shape="min-h-20 px-4 text-left">
              <template #default="{ option }"><b class="block text-xl">{{ option.name }}</b>{{ option.shown }}</template>
            </Choices>
            <p class="mt-2 text-sm text-muted-ink">Name, units, words and currency can be changed under House rules at any time.</p>
          </div>
        </div>
        <svg viewBox="0 0 420 260" class="w-full self-start" role="img" aria-label="A measuring tape in millimetres and inches">
          <rect x="10" y="70" width="400" height="110" fill="var(--rc-paper)" stroke="var(--rc-ink)" stroke-width="2" />
          <g stroke="var(--rc-ink)">
            <template v-for="i in 41" :key="i">
              <line :x1="i * 9.6 + 6" :x2="i * 9.6 + 6" y1="70" :y2="(i - 1) % 10 === 0 ? 112 : (i - 1) % 5 === 0 ? 98 : 88"
                :stroke-width="(i - 1) % 10 === 0 ? 2 : 1" />
              <text v-if="(i - 1) % 10 === 0 && i < 41" :x="i * 9.6 + 10" y="122" font-size="15" stroke="none"
                fill="var(--rc-ink)">{{ i - 1 }}</text>
            </template>
            <template v-for="i in 13" :key="`in${i}`">
              <line :x1="(i - 1) * 30.48 + 15.6" :x2="(i - 1) * 30.48 + 15.6" y1="180" :y2="(i - 1) % 4 === 0 ? 146 : 160"
                :stroke-width="(i - 1) % 4 === 0 ? 2 : 1" />
            </template>
          </g>
          <text v-for="(s, i) in SYSTEMS" :key="s.value" x="392" :y="i === 0 ? 60 : 202" font-size="16" text-anchor="end"
            :font-weight="system === s.value ? 700 : 400" fill="var(--rc-ink)">{{ unitWords('length', s.units) }}</text>
        </svg>
      </div>

      <div v-else-if="at === 1" class="mt-4 grid grid-cols-2 gap-8 max-[800px]:grid-cols-1">
        <form class="space-y-5" @submit.prevent="go(2)">
          <p class="text-lg">You are its owner: you can add makers and apprentices later, and everything done says by whom.</p>
          <label class="block"><span class="block font-semibold">Your name</span>
            <UInput v-model="draft.owner" size="xl" maxlength="80" class="w-full" aria-label="Your name" autocomplete="username"
              autofocus /></label>
          <label class="block"><span class="block font-semibold">A passphrase</span>
            <UInput v-model="passphrase" type="password" size="xl" maxlength="200" class="w-full" aria-label="A passphrase"
              autocomplete="new-password" />
            <span class="text-sm text-muted-ink">Ten characters at least; a few words in a row are easy to keep in mind. This browser stays
              signed in until you sign out.</span></label>
          <p class="min-h-7 font-semibold text-alert" role="alert">{{ nameProblem }}</p>
          <button type="submit" class="sr-only" tabindex="-1" aria-hidden="true" />
        </form>
        <figure class="flex flex-col items-center justify-center gap-3" aria-hidden="true">
          <PersonMark :name="draft.owner || 'You'" :size="180" />
          <figcaption class="ticket text-xl">{{ draft.owner }}</figcaption>
        </figure>
      </div>

      <div v-else-if="at === 2" class="mt-4 space-y-5">
        <div class="grid grid-cols-5 gap-3 max-[900px]:grid-cols-2" role="group" aria-label="Kind of iron">
          <button v-for="k in IRON_KIND_KEYS" :key="k" type="button" class="flex flex-col items-center p-3 text-center leading-tight"
            :class="draft.iron === k ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" :aria-pressed="draft.iron === k"
            @click="draft.iron = draft.iron === k ? null : k">
            <SolePicture :kind="k" class="max-w-full" />
            <span class="font-semibold">{{ IRON_KINDS[k].name }}</span>
          </button>
        </div>
        <div v-if="draft.iron">
          <p class="font-semibold">What does its dial say?</p>
          <Choices v-model="draft.dial" :options="dials" label="Words of the dial" class="mt-1 flex flex-wrap gap-2"
            shape="min-h-12 px-4" />
          <p class="mt-1 text-sm text-muted-ink">Temperatures begin as typical figures; measure yours under Irons when you like.</p>
        </div>
        <div>
          <p class="font-semibold">Press cloths that lie ready</p>
          <div class="mt-1 grid grid-cols-3 gap-2 max-[700px]:grid-cols-1" role="group" aria-label="Press cloths">
            <button v-for="k in PRESS_CLOTH_KIND_KEYS" :key="k" type="button" class="min-h-12 px-3 text-left"
              :class="draft.pressCloths.includes(k) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'"
              :aria-pressed="draft.pressCloths.includes(k)" @click="toggle('pressCloths', k)">
              {{ draft.pressCloths.includes(k) ? '✓ ' : '' }}{{ PRESS_CLOTH_KINDS[k].name }}</button>
          </div>
        </div>
      </div>

      <div v-else class="mt-4">
        <p class="text-lg">Tick what you have. They come with typical figures and nothing in stock; put in your own when you use them.</p>
        <div class="mt-3 grid grid-cols-3 gap-3 max-[800px]:grid-cols-2 max-[500px]:grid-cols-1" role="group" aria-label="Supplies">
          <button v-for="s in shelf" :key="s.key" type="button" class="flex items-center gap-3 p-3 text-left leading-tight"
            :class="draft.supplies.includes(s.key) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'"
            :aria-pressed="draft.supplies.includes(s.key)" @click="toggle('supplies', s.key)">
            <SupplyPicture :supply="s.supply" class="size-14 shrink-0" />
            <span><b class="block">{{ draft.supplies.includes(s.key) ? '✓ ' : '' }}{{ s.name }}</b>
              <span class="text-sm">{{ massWords(s.supply.massGsm, draft.units) }} <i class="text-[12px]">typical</i></span></span>
          </button>
        </div>
      </div>
    </section>

    <footer class="sticky bottom-0 flex items-center gap-3 border-t border-seam bg-ground py-3">
      <UButton v-if="at > 0" size="xl" variant="outline" color="neutral" icon="i-lucide-arrow-left" @click="go(at - 1)">Back</UButton>
      <span class="ml-auto" />
      <UButton v-if="at < 3" size="xl" trailing-icon="i-lucide-arrow-right" @click="go(at + 1)">
        {{ at === 2 && !draft.iron && draft.pressCloths.length === 0 ? 'Skip this' : 'Next' }}</UButton>
      <UButton v-else size="xl" :loading="beginning" trailing-icon="i-lucide-arrow-right" @click="finish">
        {{ draft.supplies.length === 0 ? 'Begin with an empty shelf' : 'Begin' }}</UButton>
    </footer>
  </div>
</template>
