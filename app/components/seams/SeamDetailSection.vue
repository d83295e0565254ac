<script setup lang="ts">
import { SEAM_DETAILS, type SeamDetailKey, type SeamDetailPlan } from '#core/seam'
import { celsius } from '#shared/words'

const selection = useSelection()

/** A feature cut across, from the sole to the board: every ply where it lies, as warm as it is when the sole is lifted. */
const { seamDetail, plan = null, colour = '#d9cdb4', small = false, label } = defineProps<{
  seamDetail: SeamDetailKey
  plan?: SeamDetailPlan | null
  colour?: string
  small?: boolean
  label: string
}>()
const PLY = 11, ACROSS = 1.6
const f = computed(() => SEAM_DETAILS[seamDetail])
const top = computed(() => Math.max(...f.value.section.flatMap(p => p.map(([, z]) => z))))
const y = (z: number) => -z * PLY
/** Level by level from the sole down, as they are warm. */
const tempAt = (z: number): number | null => {
  if (!plan || plan.liftedC.length === 0) return null
  const i = Math.round(top.value - z)
  return plan.liftedC[Math.min(plan.liftedC.length - 1, Math.max(0, i))] ?? null
}
const plies = computed(() => f.value.section.flatMap((path, k) => path.slice(1).map(([x, z], i) => {
  const [x0, z0] = path[i]!
  const c = tempAt(Math.max(z, z0))
  return { key: `${k}.${i}`, x1: x0 * ACROSS, y1: y(z0), x2: x * ACROSS, y2: y(z), warm: c === null ? null : heatColour(c) }
})))
const outlines = computed(() => f.value.section.map(path => path.map(([x, z]) => `${x * ACROSS},${y(z)}`).join(' ')))
const wide = computed(() => Math.max(60, ...f.value.section.flatMap(p => p.map(([x]) => Math.abs(x)))) * ACROSS)
/** What hangs is drawn hanging: turned a quarter, from a hook. */
const hangs = computed(() => f.value.support === 'hanger')
const lying = computed(() => (small
  ? [-wide.value, y(top.value) - 12, 2 * wide.value, -y(top.value) + 24]
  : [-wide.value - 12, y(top.value) - 64, 2 * wide.value + 56, -y(top.value) + 104]) as [number, number, number, number])
const HOOK = 18
const box = computed(() => {
  const [left, up, w, h] = lying.value
  return (hangs.value ? [-(up + h), left - HOOK, h, w + HOOK] : [left, up, w, h]).join(' ')
})
const at = computed(() => f.value.thickAtMm * ACROSS)
const supports = computed(() => plan?.supports ?? [{ key: f.value.support, standIn: null }])
const has = (key: string) => supports.value.some(s => s.key === key)
const means = computed(() => plan?.means ?? 'iron')
/** How broad the sole is where it touches. */
const withTip = computed(() => ['tipAlong', 'toThePoint', 'edgeOnly'].includes(f.value.motion))
const soleHalf = computed(() => (withTip.value ? 22 : 62))
const soleY = computed(() => y(top.value) - PLY / 2 - (means.value === 'hover' ? 16 : plan?.pressCloth ? 5 : 2))
const round = computed(() => has('ham') || has('roll') || has('sleeveBoard'))
</script>

<template>
  <svg :viewBox="box" class="h-full w-full" role="img" :aria-label="label" preserveAspectRatio="xMidYMid meet">
    <path v-if="hangs" :d="`M 0 ${-wide} V ${-wide - 7} a 4 4 0 1 1 4 -4`" fill="none" stroke="var(--rc-ink)" stroke-width="1.6"
      stroke-linecap="round" />
    <g :transform="hangs ? 'rotate(90)' : undefined">
      <g v-if="!small">
        <!-- What it lies on. -->
        <path v-if="round" :d="`M ${-wide} 46 Q ${-wide * 0.6} ${PLY / 2 + 1} 0 ${PLY / 2 + 1} Q ${wide * 0.6} ${PLY / 2 + 1} ${wide} 46 Z`"
          fill="var(--rc-seam)" fill-opacity="0.55" stroke="var(--rc-ink)" stroke-width="0.8" />
        <template v-else-if="!hangs">
          <rect :x="has('boardEdge') ? -wide - 10 : -wide" :y="PLY / 2 + 1" :width="has('boardEdge') ? wide + 34 : 2 * wide" height="8"
            fill="var(--rc-seam)" fill-opacity="0.55" stroke="var(--rc-ink)" stroke-width="0.6" />
          <rect :x="has('boardEdge') ? -wide - 10 : -wide" :y="PLY / 2 + 9" :width="has('boardEdge') ? wide + 34 : 2 * wide" height="22"
            fill="var(--rc-seam)" fill-opacity="0.25" />
        </template>
        <g v-if="has('needleBoard')" stroke="var(--rc-ink)" stroke-width="0.7">
          <line v-for="i in 46" :key="i" :x1="-wide + (i - 0.5) * (2 * wide / 46)" :x2="-wide + (i - 0.5) * (2 * wide / 46)" y1="10"
            :y2="PLY / 2 - 1" />
        </g>
      </g>
      <!-- The fabric: a band of its colour, over it the warmth of each ply. -->
      <polyline v-for="(o, i) in outlines" :key="`o${i}`" :points="o" fill="none" stroke="var(--rc-ink)" :stroke-width="PLY - 0.6"
        stroke-linejoin="round" stroke-linecap="butt" />
      <polyline v-for="(o, i) in outlines" :key="`c${i}`" :points="o" fill="none" :stroke="colour" :stroke-width="PLY - 2"
        stroke-linejoin="round"
        stroke-linecap="butt" />
      <g v-if="!small">
        <line v-for="p in plies.filter(q => q.warm)" :key="p.key" :x1="p.x1" :x2="p.x2" :y1="p.y1" :y2="p.y2" :stroke="p.warm!"
          :stroke-width="PLY - 3" stroke-linecap="round" />
        <g v-if="has('cards')">
          <rect v-for="s in [-1, 1]" :key="s" :x="s * 15 * ACROSS - 9 * ACROSS / 2" :y="y(0) - PLY / 2 - 1.2"
            :width="9 * ACROSS" height="2.2"
            fill="var(--rc-ink)" />
        </g>
        <!-- The sole over it. -->
        <template v-if="means !== 'cold'">
          <rect v-if="plan?.pressCloth" :x="-wide" :y="soleY + 1" :width="2 * wide" height="2.6" fill="var(--rc-paper)"
            stroke="var(--rc-ink)"
            stroke-width="0.5" stroke-dasharray="3 2" />
          <path
            :d="`M ${at - soleHalf} ${soleY} L ${at + soleHalf} ${soleY} L ${at + soleHalf - 6} ${soleY - 12} L ${at - soleHalf + 6} ${soleY
              - 12} Z`"
            :fill="plan?.recipe ? heatColour(plan.recipe.setting.meanC) : 'var(--rc-ink)'" stroke="var(--rc-ink)" stroke-width="1" />
          <g v-if="plan?.agents.includes('steam')" fill="var(--rc-water)">
            <circle v-for="i in 7" :key="i" :cx="at - soleHalf + i * soleHalf / 4" :cy="soleY + (means === 'hover' ? 8 : 4) + (i % 2) * 3"
              r="1.6" />
          </g>
          <g stroke="var(--rc-ink)" stroke-width="1.8" fill="none" stroke-linecap="round">
            <template v-if="withTip">
              <circle :cx="at" :cy="soleY - 26" r="9" /><line :x1="at - 6" :y1="soleY - 32" :x2="at + 6" :y2="soleY - 20" />
              <line :x1="at + 6" :y1="soleY - 32" :x2="at - 6" :y2="soleY - 20" />
            </template>
            <path v-else-if="f.motion === 'alongTheGrain'"
              :d="`M ${at - 34} ${soleY - 24} H ${at + 34} m -7 -5 l 7 5 l -7 5 M ${at - 34} ${soleY - 24} m 7 -5 l -7 5 l 7 5`" />
            <path v-else :d="`M ${at} ${soleY - 16} V ${soleY - 40} m -5 7 l 5 -7 l 5 7 M ${at} ${soleY - 16} m -5 -7 l 5 7 l 5 -7`" />
          </g>
        </template>
        <g v-for="(c, i) in plan?.liftedC ?? []" :key="`t${i}`">
          <line :x1="at" :x2="wide + 2" :y1="y(top - i)" :y2="y(top - i)" stroke="var(--rc-ink)" stroke-width="0.5" />
          <text :x="wide + 4" :y="y(top - i) + 3.5" font-size="9.500" font-weight="600"
            :transform="hangs ? `rotate(-90 ${wide + 4} ${y(top - i) + 3.5})` : undefined"
            fill="var(--rc-ink)">{{ celsius(c, selection.units) }}</text>
        </g>
      </g>
    </g>
  </svg>
</template>
