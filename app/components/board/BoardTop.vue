<script setup lang="ts">
const selection = useSelection()
const jobs = useJobs()
const wish = useWish()
defineEmits<{ keys: [], find: [] }>()
const { marks, current, reached, slipped } = useStages()
const drawnPct = computed(() => reached.value * 100)
const TICKS = 61
</script>

<template>
  <header class="flex items-stretch gap-2 max-[900px]:pr-2 border-b border-seam bg-paper pr-4">
    <NuxtLink to="/today"
      class="flex w-[300px] shrink-0 items-center gap-3 border-r border-dashed border-seam px-4 py-2 max-[900px]:w-[196px]
        max-[900px]:gap-2 max-[900px]:px-2"
      aria-label="The job's ticket: go to today's jobs" data-test="ticket">
      <template v-if="selection.fabric">
        <FabricSwatch :colour="selection.fabric.colourHex" :construction="selection.fabric.construction"
          :nap="selection.fabric.nap" :width="66"
          :height="54" />
        <div class="min-w-0">
          <p class="ticket line-clamp-2 text-lg font-semibold leading-tight max-[900px]:text-base">
            {{ jobs.job?.name ?? selection.fabric.name }}</p>
          <p class="truncate text-sm leading-tight text-muted-ink">
            <template v-if="jobs.job">{{ jobs.job.garment }}<template v-if="jobs.fabric?.place">,
              {{ wish.place.name.toLowerCase() }}</template></template>
            <template v-else>{{ selection.fabric.code }}<template v-if="selection.supply"> · {{ selection.supply.name }}</template>
            </template></p>
        </div>
      </template>
      <p v-else class="ticket text-lg">Open a job, or choose a fabric</p>
    </NuxtLink>

    <nav class="relative grid flex-1 py-2 max-[700px]:overflow-x-auto" aria-label="Stages of the job"
      :style="{ gridTemplateColumns: `repeat(${marks.length}, minmax(0, 1fr))` }">
      <svg class="pointer-events-none absolute inset-x-0 bottom-2 h-9 w-full" preserveAspectRatio="none" viewBox="0 0 600 36"
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
        class="relative flex min-h-16 flex-col justify-start px-1 hover:bg-linen-200/40"
        :aria-current="i === current ? 'step' : undefined"
      >
        <span class="flex items-baseline gap-1.5 text-lg leading-tight max-[900px]:text-base"
          :class="i === current ? 'font-bold text-ink underline decoration-[3px] underline-offset-4' : 'text-ink'">
          <span v-if="stage.digit" class="text-sm text-muted-ink max-[900px]:hidden">{{ stage.digit }}</span><span class="truncate">
            {{ stage.name }}</span>
        </span>
        <span v-if="slipped === stage.key"
          class="absolute bottom-0 left-2 rotate-[-7deg] border border-alert bg-paper px-1 text-[12px] font-semibold
            leading-tight text-alert"
          title="Proved once, but something here has changed since">slipped</span>
      </NuxtLink>
    </nav>
    <DemoMark />
    <button type="button" class="my-3 flex w-11 shrink-0 items-center justify-center hover:bg-linen-200/40" data-test="find"
      aria-label="Find anything (Ctrl K)" @click="$emit('find')"><UIcon name="i-lucide-search" class="size-6" /></button>
    <button type="button" class="my-3 flex w-11 shrink-0 items-center justify-center text-xl font-bold hover:bg-linen-200/40"
      data-test="help" aria-label="What is this for? Shortcuts" @click="$emit('keys')">?</button>
    <BoardLight />
  </header>
</template>
