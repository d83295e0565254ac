<script setup lang="ts">
import { worstOf, type Candidate, type Part } from '#core/match'
import { celsius, degreesApart, fabricWords, lengthWords, massWords, PART_NAME, thicknessWords } from '#shared/words'

/** The chosen ones part by part: what was compared, and how much it counted. */
const { chosen } = defineProps<{ chosen: { rank: number, candidate: Candidate }[] }>()
const selection = useSelection()
const keys = computed(() => chosen[0]?.candidate.parts.map(p => p.key) ?? [])
const of = (c: Candidate, key: Part['key']) => c.parts.find(p => p.key === key)!
const takesHeat = (c: Candidate): boolean => c.margins !== null || c.reachC !== null
/** Of a heat or a time that there is none of, or none yet, nobody asks where it comes from. */
const hasSource = (c: Candidate, { key }: Part): boolean =>
  key === 'seconds' ? c.margins !== null : key === 'window' ? takesHeat(c) : true
function figure(c: Candidate, p: Part): string {
  switch (p.key) {
    case 'stiffness':
      return lengthWords(p.got, selection.units)
    case 'window':
      return c.margins
        ? `±${degreesApart(p.got, selection.units)}`
        : takesHeat(c)
          ? `to ${celsius(p.got, selection.units)}`
          : 'no heat'
    case 'seconds':
      return c.margins ? `${p.got} s` : takesHeat(c) ? '…' : 'none'
    case 'weight':
      return massWords(p.got, selection.units)
    case 'give':
      return `${Math.round(p.got)} %`
    case 'show':
      return p.value > 0.8 ? 'hidden' : p.value > 0.5 ? 'a little' : 'shows'
    case 'bulk':
      return thicknessWords(p.got, selection.units)
    case 'care':
      return c.supplies.length ? `to ${celsius(p.got, selection.units)}` : 'as the fabric'
    case 'stock':
      return c.supplies.length ? fabricWords(p.got, selection.units) : 'own'
    case 'usual':
      return p.value > 0.95 ? 'first' : p.value > 0.55 ? 'also' : 'seldom'
    case 'swatches':
      return p.wanted ? `${p.got} of ${p.wanted}` : 'none'
  }
}
</script>

<template>
  <table class="w-full border-collapse text-[14px] leading-[1.450]" aria-label="Part by part">
    <thead><tr class="text-left"><th class="py-0.5 font-normal text-muted-ink">part <span class="text-[12px]">(counts)</span></th>
      <th v-for="c in chosen" :key="c.candidate.key" class="w-[29%] py-0.5 pl-2 text-lg">{{ c.rank }} <span
        class="text-[13px] font-normal">{{ Math.round(c.candidate.score * 100) }} of 100</span></th></tr></thead>
    <tbody>
      <tr v-for="key in keys" :key="key" class="border-t border-dashed border-seam">
        <th scope="row" class="py-0 pr-1 text-left font-normal">
          {{ PART_NAME[key] }}
          <span class="text-[12px] text-muted-ink">{{ Math.round(of(chosen[0]!.candidate, key).weight * 100) }}</span>
        </th>
        <td v-for="c in chosen" :key="c.candidate.key" class="py-0 pl-2">
          <span class="flex items-center gap-2">
            <svg viewBox="0 0 46 8" class="w-[46px] shrink-0 max-[640px]:hidden" preserveAspectRatio="none" aria-hidden="true">
              <rect width="46" height="8" fill="var(--rc-ground)" stroke="var(--rc-seam)" stroke-width="0.6" />
              <rect :width="46 * of(c.candidate, key).value" height="8" fill="var(--rc-ink)" />
            </svg>
            <span class="whitespace-nowrap">
              {{ figure(c.candidate, of(c.candidate, key)) }}
              <Sourced v-if="hasSource(c.candidate, of(c.candidate, key))" :from="of(c.candidate, key).origin" />
            </span>
          </span>
        </td>
      </tr>
      <tr class="border-t border-dashed border-seam">
        <th scope="row" class="py-0 pr-1 text-left font-normal">its weakest takes off</th>
        <td v-for="c in chosen" :key="c.candidate.key" class="py-0 pl-2" data-test="weakest">
          {{ Math.round(worstOf(c.candidate.parts).takes * 100) }}: {{ PART_NAME[worstOf(c.candidate.parts).key] }}</td>
      </tr>
    </tbody>
  </table>
</template>
