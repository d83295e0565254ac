<script setup lang="ts">
const selection = useSelection()
const jobs = useJobs()
const wish = useWish()
defineEmits<{ keys: [], find: [] }>()
const { marks, current, reached, slipped } = useStages()
const isPhone = useIsPhone()
/** On a phone the strip shows where one is. */
const strip = useTemplateRef<HTMLElement>('strip')
watch(() => [current.value, marks.value.length, isPhone.value], async () => {
  await nextTick()
  if (isPhone.value) strip.value?.querySelector('[aria-current]')?.scrollIntoView({ inline: 'center', block: 'nearest' })
}, { immediate: true, flush: 'post' })
/** A stage has as much of the tape as its name is long, so that no two names touch; its own digit and the gap to the next with it. */
const AROUND_A_NAME = 4
const shares = computed(() => marks.value.map(stage => stage.name.length + AROUND_A_NAME))
/** As far as the job has come, through so many whole stages and into the next. */
const drawnPct = computed(() => {
  const through = reached.value * shares.value.length, whole = shares.value.reduce((sum, share) => sum + share, 0)
  return shares.value.reduce((sum, share, i) => sum + share * Math.min(1, Math.max(0, through - i)), 0) / Math.max(1, whole) * 100
})
const TICKS = 61
</script>

<template>
  <header class="flex items-stretch gap-2 border-b border-seam bg-paper pr-4 max-[900px]:pr-2 max-[640px]:flex-wrap max-[640px]:gap-x-0
    max-[640px]:gap-y-0">
    <NuxtLink to="/today"
      class="flex w-[300px] shrink-0 items-center gap-3 border-r border-dashed border-seam px-4 py-2 max-[900px]:w-[196px]
        max-[900px]:gap-2 max-[900px]:px-2 max-[640px]:order-1 max-[640px]:w-auto max-[640px]:min-w-0 max-[640px]:flex-1 max-[640px]:shrink
        max-[640px]:border-r-0 max-[640px]:py-1"
      aria-label="The job's ticket: go to today's jobs" data-test="ticket">
      <template v-if="selection.fabric">
        <FabricSwatch :colour="selection.fabric.colourHex" :construction="selection.fabric.construction"
          :nap="selection.fabric.nap" :width="isPhone ? 48 : 66"
          :height="isPhone ? 40 : 54" />
        <div class="min-w-0">
          <p class="ticket line-clamp-2 text-lg font-semibold leading-tight max-[900px]:text-base">
            {{ jobs.job?.name ?? selection.fabric.name }}</p>
          <p class="truncate text-sm leading-tight text-muted-ink">
            <template v-if="jobs.job">{{ jobs.job.garment }}<template
              v-if="jobs.fabric?.place && jobs.job.garment.toLowerCase() !== wish.place.name.toLowerCase()">,
              {{ wish.place.name.toLowerCase() }}</template></template>
            <template v-else>{{ selection.fabric.code }}<template
              v-if="selection.chosenSupply"> · {{ selection.chosenSupply.name }}</template>
            </template></p>
        </div>
      </template>
      <p v-else class="ticket text-lg">Open a job, or choose a fabric</p>
    </NuxtLink>

    <nav ref="strip" class="relative grid flex-1 py-2 max-[640px]:order-3 max-[640px]:flex max-[640px]:basis-full
      max-[640px]:overflow-x-auto
      max-[640px]:border-t max-[640px]:border-dashed max-[640px]:border-seam max-[640px]:py-0" aria-label="Stages of the job"
      :style="{ gridTemplateColumns: shares.map(share => `minmax(0, ${share}fr)`).join(' ') }">
      <svg class="pointer-events-none absolute inset-x-0 bottom-2 h-9 w-full
        max-[640px]:hidden" preserveAspectRatio="none" viewBox="0 0 600 36"
        aria-hidden="true">
        <line x1="0" x2="600" y1="34" y2="34" stroke="var(--rc-seam)" stroke-width="1.500" stroke-dasharray="7 5"
          vector-effect="non-scaling-stroke" />
        <g>
          <rect x="0" y="8" :width="drawnPct * 6" height="26" fill="var(--rc-ground)" stroke="var(--rc-ink)" stroke-width="1.200"
            vector-effect="non-scaling-stroke" />
          <template v-for="t in TICKS" :key="t">
            <line v-if="(t - 1) * 10 <= drawnPct * 6" :x1="(t - 1) * 10" :x2="(t - 1) * 10" y1="34"
              :y2="(t - 1) % 10 === 0 ? 12 : (t - 1) % 5 === 0 ? 22 : 28" stroke="var(--rc-ink)" stroke-width="1"
              vector-effect="non-scaling-stroke" />
          </template>
          <rect :x="drawnPct * 6 - 5" y="6" width="7" height="30" fill="var(--rc-linen, #a89a82)" stroke="var(--rc-ink)" stroke-width="1"
            vector-effect="non-scaling-stroke" />
        </g>
      </svg>
      <NuxtLink
        v-for="(stage, i) in marks" :key="stage.key" :to="stage.to"
        class="relative flex min-h-16 flex-col justify-start px-1 hover:bg-seam/20 max-[640px]:min-h-11 max-[640px]:shrink-0
          max-[640px]:justify-center max-[640px]:px-3"
        :aria-current="i === current ? 'step' : undefined"
      >
        <span class="flex items-baseline gap-1.5 text-lg leading-tight max-[900px]:text-base"
          :class="i === current
            ? 'font-bold text-ink underline decoration-[3px] underline-offset-4 max-[900px]:tracking-tight'
            : 'text-ink'">
          <span v-if="stage.digit" class="text-sm text-muted-ink max-[900px]:hidden">{{ stage.digit }}</span>
          <span :class="stage.digit ? 'whitespace-nowrap' : 'truncate'">
            {{ stage.name }}</span>
        </span>
        <span v-if="slipped === stage.key"
          class="absolute bottom-0 left-2 rotate-[-7deg] border border-alert bg-paper px-1 text-[12px] font-semibold
            leading-tight text-alert"
          title="Proved once, but something here has changed since">slipped</span>
      </NuxtLink>
    </nav>
    <DemoMark v-if="!isPhone" />
    <button type="button" class="my-3 flex w-11 shrink-0 items-center justify-center hover:bg-seam/20 max-[640px]:order-2
      max-[640px]:my-0 max-[640px]:min-h-12" data-test="find"
      aria-label="Find anything (Ctrl K)" @click="$emit('find')"><UIcon name="i-lucide-search" class="size-6" /></button>
    <button type="button" class="my-3 flex w-11 shrink-0 items-center justify-center text-xl font-bold hover:bg-seam/20
      max-[640px]:order-2 max-[640px]:my-0"
      data-test="help" aria-label="What is this for? Shortcuts" @click="$emit('keys')">?</button>
    <BoardLight v-if="!isPhone" />
    <PhoneSheet v-else class="order-2" />
  </header>
</template>
