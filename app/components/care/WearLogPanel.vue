<script setup lang="ts">
import { bondThrough } from '#core/care'
import { expectedGrade } from '#core/learn'
import { appearanceOfJudging, appearanceOfPressing } from '#core/appearance'
import type { useCaring } from '~/composables/job/caring'
import { bondBefore, inWash, pairKey } from '#shared/caring'
import { careEventBody, LOOK_DAYS, MARKS, type CareEventBody, type CareLog } from '#shared/schemas'
import { careEventLine, celsius, foreseenLine, GRADE_WORDS, KEPT_HERE, MARK_NAME } from '#shared/words'

/** How the garment came back, against what was foreseen; recorded with the swatch behind it too. */
const { caring } = defineProps<{ caring: ReturnType<typeof useCaring> }>()
const jobs = useJobs()
const selection = useSelection()
const outbox = useOutbox()
const { by } = usePersonNames()
const { pairs, of, log, loadLog } = caring
const job = computed(() => jobs.job!)
const at = ref(0)
const pair = computed(() => pairs.value[Math.min(at.value, pairs.value.length - 1)] ?? null)
const blank = () => ({ rounds: 1, washC: job.value.washC, tumble: job.value.tumble, softener: false, grade: null as number | null,
  marks: [] as CareEventBody['marks'], note: '' })
const form = reactive(blank())
watch(() => jobs.job?.id, () => Object.assign(form, blank()))
const problem = ref<string | null>(null)
const kept = ref<string | null>(null)
/** Rounds that were recorded before this look. */
const before = computed(() => log.value.events.filter(e => e.fabricId === pair.value?.fabric.id && e.supplyId === pair.value?.supply.id)
  .reduce((s, e) => s + e.rounds, 0))
/** What is foreseen for the piece as it would be now; null where nothing is fused. */
const foreseen = computed(() => {
  const p = pair.value
  const adhesive = p && inWash(p.supply, p.fabric, of(pairKey(p)).wear.factor)
  if (!p || !adhesive || !Number.isInteger(form.rounds) || form.rounds < 1 || form.rounds > 60) return null
  return bondThrough(bondBefore(of(pairKey(p)).grade).bond, adhesive, { washC: form.washC, tumble: form.tumble, softener: form.softener },
    before.value
    + form.rounds).at(-1)!
})
const colour = computed(() => pair.value?.fabric.colourHex ?? jobs.job?.progress[0]?.colourHex ?? '#d9cdb4')
const DRYERS = (['no', 'low', 'yes'] as const).map(value => ({ value, name: value }))
const WASHES = [0, 30, 40, 60, 95]
const GRADES = GRADE_WORDS.map((name, value) => ({ value, name, spoken: `${value}, ${name}` }))
const toggle = (m: CareEventBody['marks'][number]) => {
  form.marks = form.marks.includes(m) ? form.marks.filter(x => x !== m) : [...form.marks, m]
}
useDigits({ does: 'How its edge holds now', from: 0, upTo: 5, act: (n) => { form.grade = n } })
const saving = ref(false)
async function keep(): Promise<void> {
  if (form.grade === null || saving.value) return
  const fabricId = pair.value?.fabric.id ?? job.value.fabrics[0]!.fabricId
  const body = careEventBody.safeParse({
    ...form, clientKey: crypto.randomUUID(), fabricId, supplyId: pair.value?.supply.id ?? null, foreseen: foreseen.value,
    cameAt: new Date().toISOString(),
  })
  if (!body.success) {
    problem.value = inOwnUnits(body.error.issues[0]!.message)
    return
  }
  saving.value = true
  const { answer, refused } = await outbox.send<CareLog>({
    key: body.data.clientKey, kind: 'wash', url: `/api/jobs/${job.value.id}/care`, body: body.data,
    about: `${job.value.name}: ${careEventLine(body.data, selection.units)}`,
  })
  saving.value = false
  if (refused) await outbox.forget(body.data.clientKey)
  problem.value = refused
  kept.value = answer || refused ? null : KEPT_HERE
  if (answer) log.value = answer
  if (refused) return
  Object.assign(form, blank())
  // This was the look that was wanted; the next is named anew.
  const soon = dayOf(new Date(Date.now() + LOOK_DAYS * 86_400_000))
  if (job.value.lookOn !== null && job.value.lookOn <= soon) await setLook('')
}
useShortcuts({ keep })
const { dayInFull: day } = useInUnits()
const setLook = (v: string | number) => jobs.change(() => ({ lookOn: v ? String(v) : null }))
async function addPicture(e: Event, swatchId: string): Promise<void> {
  const input = e.target as HTMLInputElement, file = input.files?.[0]
  input.value = ''
  if (!file) return
  const key = crypto.randomUUID()
  const { refused } = await outbox.send({
    key, kind: 'picture', url: `/api/swatches/${swatchId}/photos?stage=washed&clientKey=${key}`, body: file,
    about: `${job.value.name}, washed`,
  })
  if (refused) await outbox.forget(key)
  problem.value = refused
  kept.value = refused ? null : 'The picture is with the swatch behind it.'
  await loadLog()
}
</script>

<template>
  <div
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-6 px-4 pb-2
      max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto">
    <div class="min-h-0 space-y-3 overflow-auto pr-1 max-[1000px]:overflow-visible">
      <div class="flex items-center gap-4">
        <figure class="shrink-0"><SwatchAppearance :look="foreseen === null ? {} : appearanceOfPressing([], foreseen)"
                                   :colour="colour" :wide="150"
                                   :high="105"
                                   label="Predicted" />
          <figcaption class="text-center text-sm">foreseen<template v-if="foreseen !== null">: {{
            Math.round(expectedGrade(Math.log(foreseen))) }}</template> <Sourced from="estimate" /></figcaption></figure>
        <figure class="shrink-0"><SwatchAppearance :look="form.grade === null ? {} : appearanceOfJudging(form.grade, form.marks)"
                                   :colour="colour"
                                   :wide="150"
                                   :high="105" label="As you found it" />
          <figcaption class="text-center text-sm">{{ form.grade === null ? 'as it is' : `as it is: ${form.grade}` }}</figcaption></figure>
      </div>
      <Choices v-if="pairs.length > 1" v-model="at"
        :options="pairs.map((p, i) => ({ value: i, name: `${p.supply.name} on ${p.fabric.name}` }))"
        label="Which interfacing" class="flex flex-wrap gap-1" shape="min-h-9 px-2 text-sm" />
      <p v-else-if="pair" class="font-semibold">{{ pair.supply.name }} on {{ pair.fabric.name }}</p>
      <div class="flex flex-wrap items-end gap-3" role="group" aria-label="Washes since then">
        <label class="leading-tight">Washes<UInput v-model.number="form.rounds" type="number" :min="1" :max="60" class="block w-20"
          aria-label="How many washes" /></label>
        <label class="leading-tight">at<USelect v-model="form.washC"
          :items="WASHES.map(c => ({ label: c === 0 ? 'cleaned' : celsius(c, selection.units),
                                     value: c }))" class="block w-28" aria-label="Washed at" /></label>
        <div><p class="leading-tight">Dryer</p><Choices v-model="form.tumble" :options="DRYERS" label="Dryer" class="flex gap-1"
          shape="min-h-9 px-3" /></div>
        <USwitch v-model="form.softener" label="Softener" class="pb-1.5" />
      </div>
      <Choices v-model="form.grade" :options="GRADES" label="How its edge holds now"
        class="grid grid-cols-6 gap-1.5 max-[1150px]:grid-cols-3"
        shape="flex min-h-20 flex-col items-start p-1.5 text-left">
        <template #default="{ option }"><span class="text-2xl font-bold">{{ option.value }}</span><span class="text-sm leading-tight">
          {{ option.name }}</span></template></Choices>
      <div class="flex flex-wrap gap-1.5">
        <button v-for="m in MARKS" :key="m" type="button" :aria-pressed="form.marks.includes(m)" class="min-h-10 px-2.5 text-[15px]"
          :class="form.marks.includes(m) ? 'bg-alert text-paper' : 'slip hover:bg-seam/20'"
          @click="toggle(m)">{{ MARK_NAME[m] }}</button>
      </div>
      <UInput v-model="form.note" :maxlength="500" class="w-full" placeholder="What the wearer said" aria-label="Note" />
      <p v-if="problem" class="font-semibold text-alert" role="alert" data-test="care-problem">{{ problem }}</p>
      <p v-if="kept" class="font-semibold" role="status">{{ kept }}</p>
      <UButton size="xl" :disabled="form.grade === null" :loading="saving" @click="keep">Save result
        <kbd class="text-base opacity-80">{{ KEYS.keep.shown }}</kbd></UButton>
    </div>
    <div class="min-h-0 overflow-auto max-[1000px]:overflow-visible" data-test="care-log">
      <label class="mb-2 flex items-center gap-3"><span class="font-semibold">Check it again on</span>
        <UInput :model-value="job.lookOn ?? ''" type="date" class="w-44" aria-label="Check it again on"
          @update:model-value="setLook" /></label>
      <p v-if="log.events.length === 0" class="mt-8 text-center text-lg text-muted-ink">Not seen since it went out. When it comes back,
        try an edge and say how it holds. We add the result to its test swatch and to the next prediction.</p>
      <ol class="space-y-2">
        <li v-for="e in log.events" :key="e.id" class="flex gap-3 border-b border-dashed border-seam pb-2">
          <SwatchAppearance :look="appearanceOfJudging(e.grade, e.marks)" :colour="colour" :wide="92" :high="64" class="shrink-0" />
          <div class="min-w-0 leading-snug">

            <p class="font-semibold">{{ day(e.cameAt) }} <span class="font-normal">{{ by(e.personId) }}</span>
              <Sourced from="measured" /></p>
            <p>{{ careEventLine(e, selection.units) }}</p>
            <p v-if="e.foreseen !== null">{{
              foreseenLine(expectedGrade(Math.log(Math.max(0.01, e.foreseen))), e.grade, e.swatchId !== null) }}</p>
            <p v-if="e.note" class="text-muted-ink">{{ e.note }}</p>
            <label v-if="e.swatchId" class="inline-block cursor-pointer text-sm underline focus-within:outline-3 focus-within:outline-mark">
              a picture of it<input type="file" accept="image/jpeg,image/png,image/webp" class="sr-only" aria-label="A picture of it"
                @change="ev => addPicture(ev, e.swatchId!)"></label>
            <p v-else class="text-sm text-muted-ink">No test swatch belongs to it. Press one, and its pictures are kept with it.</p>
          </div>
        </li>
      </ol>
    </div>
  </div>
</template>
