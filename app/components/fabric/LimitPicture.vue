<script setup lang="ts">
import { fabricLimit, type BlendRule, type Evidence } from '#core/limit'
import type { FabricInput } from '#core/stack'
import { FIBRES, FINISHES } from '#core/materials'
import { celsius, conflictSentence, limitAdvice, limitHeadline, reasonWords } from '#shared/words'

/** The limit of a fabric as a heat scale with what each fibre and finish withstands, and the chain of reasons. */
const {
  fabric, rule, evidence = {},
} = defineProps<{
  fabric: Pick<FabricInput, 'fibres' | 'finishes' | 'nap' | 'mayGetWet' | 'construction'>
  rule: BlendRule
  evidence?: Evidence
}>()
const selection = useSelection()

const limit = computed(() => fabricLimit(fabric, rule, evidence))
const headline = computed(() => limitHeadline(limit.value, selection.units))
const advice = computed(() => limitAdvice(limit.value))

const FROM = 20, TO = 220, WIDE = 640
const x = (c: number) => (c - FROM) / (TO - FROM) * WIDE
const bands = Array.from({ length: 40 }, (_, i) => FROM + (i + 0.5) * (TO - FROM) / 40)
const marks = computed(() => [
  ...fabric.fibres.map(f => ({ c: FIBRES[f.fibre].classC, label: FIBRES[f.fibre].name.split(',')[0]!, damage: FIBRES[f.fibre].damageC })),
  ...(evidence.label?.ironC != null ? [{ c: evidence.label.ironC, label: 'Care label', damage: null }] : []),
  ...(evidence.cornerC != null ? [{ c: evidence.cornerC, label: 'Corner test', damage: null }] : []),
  ...fabric.finishes.map(f => ({ c: FINISHES[f].limitC, label: FINISHES[f].name, damage: FINISHES[f].fabricLimitC })),
].filter(m => m.c !== null) as { c: number, label: string, damage: number | null }[])
</script>

<template>
  <div>
    <p class="ticket text-[1.7rem] font-semibold leading-snug" :class="limit.soleC === 0 || !limit.fusible ? 'text-alert' : ''"
      data-test="limit-headline">
      {{ headline }}
      <Sourced :from="limit.origin" />
    </p>
    <p v-if="advice" class="mt-1 text-lg text-alert">{{ advice }}</p>

    <svg :viewBox="`-10 0 ${WIDE + 20} ${62 + marks.length * 22}`" class="mt-3 w-full max-w-3xl" role="img" :aria-label="headline">
      <g>
        <rect v-for="b in bands" :key="b" :x="x(b) - WIDE / 80" y="18" :width="WIDE / 40 + 0.5" height="22"
          :fill="b <= limit.soleC ? heatColour(b) : 'var(--rc-ground)'" />
        <rect :x="0" y="18" :width="WIDE" height="22" fill="none" stroke="var(--rc-ink)" />
        <g v-for="c in [50, 110, 150, 200]" :key="c" font-size="13" fill="currentColor">
          <line :x1="x(c)" :x2="x(c)" y1="40" y2="46" stroke="currentColor" />
          <text :x="x(c)" y="58" text-anchor="middle">{{ celsius(c, selection.units) }}</text>
        </g>
      </g>
      <g v-if="limit.soleC > 0" :transform="`translate(${x(limit.soleC)} 0)`">
        <path d="M0 18L-8 3H8Z" fill="var(--rc-ink)" /><line y1="18" y2="40" stroke="var(--rc-ink)" stroke-width="3" />
      </g>
      <g v-for="(m, i) in marks" :key="m.label" :transform="`translate(0 ${76 + i * 22})`" font-size="14" fill="currentColor">
        <line x1="0" :x2="Math.max(4, x(Math.max(FROM, m.c)))" y1="0" y2="0" stroke="var(--rc-seam)" stroke-width="2"
          stroke-dasharray="7 4" />
        <circle :cx="Math.max(4, x(Math.max(FROM, m.c)))" cy="0" r="5" :fill="m.c === 0 ? 'var(--rc-alert)' : 'var(--rc-ink)'" />
        <text :x="Math.max(4, x(Math.max(FROM, m.c))) + (x(m.c) > WIDE * 0.6 ? -10 : 10)" y="-4"
          :text-anchor="x(m.c) > WIDE * 0.6 ? 'end' : 'start'">
          {{ m.label }}{{ m.c === 0 ? ': no iron' : ` ${celsius(m.c, selection.units)}` }}
        </text>
      </g>
    </svg>

    <ol class="mt-2 space-y-1 text-[1.02rem]">
      <li v-for="(r, i) in limit.reasons" :key="i" class="flex gap-3" :class="r.decides ? 'font-semibold' : ''">
        <span aria-hidden="true">{{ r.decides ? '▸' : '·' }}</span>
        <span>{{ reasonWords(r, selection.units) }}<span v-if="r.decides" class="source font-normal"> this decides</span></span>
      </li>
    </ol>
    <p v-for="(c, i) in limit.conflicts" :key="i" class="mt-2 border-l-4 border-alert pl-3" data-test="conflict">
      {{ conflictSentence(c, selection.units) }}</p>
    <p v-if="limit.surface === 'sparesPile'" class="mt-2">Pressing surface: a needle board or a towel of the same pile.</p>
  </div>
</template>
