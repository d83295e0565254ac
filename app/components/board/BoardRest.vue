<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { awayWords, ORIGIN_NAME, celsius, lyingState, lyingWords, MOISTURE_WORDS, SOLE_WORDS } from '#shared/words'

const selection = useSelection()
const iron = useIron()
const outbox = useOutbox()
const press = usePress()
const voice = useVoice()
const { awaySince, copyOf } = useServer()
const nowMs = ref(Date.now())
useIntervalFn(() => { nowMs.value = Date.now() }, 30_000)
const away = computed(() => awayWords({
  waiting: outbox.waiting.value.filter(w => !w.refused).length, refused: outbox.waiting.value.filter(w => w.refused).length,
  awaySinceMs: awaySince.value, copyOfMs: copyOf.value, nowMs: nowMs.value,
}))

const moisture = computed(() => press.recipe ? MOISTURE_WORDS[press.recipe.method] : null)
const router = useRouter()
function look(key: string): void {
  press.look(key)
  void router.push('/press')
}
const OFF = 'off', BETWEEN = 'between'
const isPhone = useIsPhone()
/** Hot enough to hurt whoever touches it. */
const isHot = computed(() => iron.state === 'ready' || iron.soleC > 60)
const settings = computed(() => [
  { value: OFF, name: 'off', note: '', origin: null },
  ...selection.iron!.settings.map((s, i) => ({
    value: String(i), name: s.label, note: celsius(s.meanC, selection.units), origin: s.origin,
  })),
  ...(iron.settingIndex === -1 && iron.setting
    ? [{ value: BETWEEN, name: 'set between', note: celsius(iron.setting.meanC, selection.units), origin: iron.setting.origin }]
    : []),
])
const dial = computed({
  get: () => iron.settingIndex === null ? OFF : iron.settingIndex === -1 ? BETWEEN : String(iron.settingIndex),
  set: (v) => { if (v !== BETWEEN && v !== null) iron.chooseSetting(v === OFF ? null : Number(v)) },
})
</script>

<template>
  <footer class="flex items-stretch gap-x-4 gap-y-1 border-t-2 border-ink/70 bg-paper px-4 py-2 whitespace-nowrap
    max-[1000px]:flex-wrap max-[1000px]:px-2 max-[640px]:flex-nowrap max-[640px]:items-center max-[640px]:gap-x-2 max-[640px]:py-1"
    aria-label="The iron's rest" data-test="rest">
    <template v-if="selection.iron">
      <div class="flex items-center gap-3 max-[640px]:min-w-0 max-[640px]:flex-1 max-[640px]:gap-2">
        <div class="grid h-12 w-24 max-[640px]:w-20 max-[640px]:shrink-0 place-items-center rounded-[3px] border border-ink/40"
          :style="{ background: heatColour(iron.soleC), color: inkOnHeat(iron.soleC) }">
          <span class="text-2xl font-bold leading-none max-[640px]:text-xl">{{ celsius(iron.soleC, selection.units) }}</span>
        </div>
        <div class="leading-tight max-[640px]:min-w-0">
          <p class="font-semibold max-[640px]:truncate
            max-[640px]:text-[15px]" role="status"><span class="max-[640px]:hidden">{{ selection.iron.name }}:</span>
            {{ SOLE_WORDS[iron.state] }}<b v-if="isPhone && isHot" class="ml-2 text-alert">hot</b></p>
          <p class="text-sm text-muted-ink">iron now <Sourced from="estimate" /></p>
        </div>
      </div>
      <USelect v-if="isPhone" v-model="dial" :items="settings.map(s => ({ label: `${s.name} ${s.note}`.trim(), value: s.value }))"
        class="w-24 shrink-0" aria-label="Dial" />
      <Choices v-else v-model="dial" :options="settings" label="Dial" class="flex items-center gap-1"
        shape="min-h-12 px-3 text-left leading-tight max-[1000px]:px-2.5">
        <template #default="{ option }">
          {{ option.name }}<span v-if="option.note" class="block text-sm opacity-80">{{ option.note }} <i v-if="option.origin">
            {{ ORIGIN_NAME[option.origin] }}</i></span>
        </template>
      </Choices>
      <div
        class="flex min-w-0 flex-1 items-center justify-end gap-4 text-base
          max-[1000px]:min-h-7 max-[1000px]:basis-full max-[1000px]:justify-start max-[640px]:min-w-0 max-[640px]:shrink max-[640px]:grow-0
          max-[640px]:basis-auto max-[640px]:gap-1">
        <button v-for="p in press.lying" :key="p.key" type="button" class="flex min-w-0 items-center gap-2 px-1 hover:bg-seam/20"
          @click="look(p.key)">
          <svg class="size-10 max-[1000px]:size-7" viewBox="-20 -20 40 40" aria-hidden="true">
            <circle r="15" fill="none" stroke="var(--rc-seam)" stroke-width="6" />
            <circle r="15" fill="none" stroke="var(--rc-mark)" stroke-width="6" transform="rotate(-90)"
              :stroke-dasharray="94.25" :stroke-dashoffset="94.25 * Math.max(0, p.leftS / p.forS)" /></svg>
          <span class="min-w-0 text-left leading-tight" role="timer" :aria-label="lyingWords(p)">
            <b>{{ lyingState(p) }}</b><span class="block truncate text-sm max-[1000px]:inline"> {{ p.fabricName }}</span></span>
        </button>
        <p v-if="moisture" class="shrink-0 leading-tight max-[640px]:hidden">{{ moisture }}</p>
        <p class="min-w-0 truncate leading-tight text-muted-ink
          max-[640px]:hidden">{{ selection.pressCloth ? selection.pressCloth.name : 'bare iron' }}</p>
        <button v-if="away" type="button" :disabled="!outbox.waiting.value.length" data-test="waiting"
          class="slip flex max-w-64 shrink-0 items-center gap-2 px-2 py-1 text-left text-sm leading-tight whitespace-normal
            max-[1000px]:max-w-none"
          @click="openWaitingList">
          <UIcon :name="outbox.waiting.value.length ? 'i-lucide-mail' : 'i-lucide-cloud-off'" class="size-5 shrink-0" />
          <span role="status">{{ away }}</span></button>
        <p v-if="!browserKeeps || !outbox.safe.value || !sessionLogSafe" class="slip px-2 py-1 text-sm font-semibold text-alert"
          role="alert">
          This browser keeps nothing: a reload loses the board.</p>
        <p v-if="isHot" class="shrink-0 text-sm font-semibold text-alert
          max-[640px]:hidden">Iron hot</p>
        <button v-if="voice.can" type="button" class="grid size-9 shrink-0 place-items-center hover:bg-seam/20 max-[1000px]:size-7
          max-[640px]:size-11"
          :aria-pressed="voice.on.value" :aria-label="`Steps read aloud (${KEYS.voice.shown})`" @click="voice.toggle">
          <UIcon :name="voice.on.value ? 'i-lucide-volume-2' : 'i-lucide-volume-x'" class="size-5" /></button>
      </div>
    </template>
  </footer>
</template>
