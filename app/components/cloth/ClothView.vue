<script setup lang="ts">
import { CONSTRUCTIONS, FIBRES } from '#core/materials'
import type { BlendRule } from '#core/limit'
import type { Cloth } from '#shared/schemas'
import { toClothInput, toEvidence } from '#shared/mappers'
import { NAP_NAME } from '#shared/words'

const { cloth } = defineProps<{ cloth: Cloth, rule: BlendRule }>()
defineEmits<{ change: [] }>()
const tabs = computed(() => [
  { key: 'limit', name: 'Limits' }, { key: 'measure', name: 'Measure' }, { key: 'settle', name: 'Preshrink' },
  ...(cloth.fibres.length === 0 ? [{ key: 'corner', name: 'Corner test' }] : []),
])
const tab = ref('limit')
const fibres = computed(() =>
  cloth.fibres.length === 0 ? 'Fibre unknown' : cloth.fibres.map(f => `${f.sharePct} % ${FIBRES[f.fibre].name.toLowerCase()}`).join(', '),
)
</script>

<template>
  <article>
    <div class="flex items-start gap-6 max-[900px]:flex-wrap">
      <ClothSwatch :colour="cloth.colourHex" :construction="cloth.construction" :nap="cloth.nap" :width="132" :height="108" />
      <div class="min-w-[16rem] flex-1">
        <h1 class="text-3xl font-semibold leading-tight">{{ cloth.name }}</h1>
        <p class="mt-1 text-lg">{{ fibres }} · {{ CONSTRUCTIONS[cloth.construction].name.toLowerCase() }}<template
          v-if="cloth.nap !== 'none'"> · {{ NAP_NAME[cloth.nap].toLowerCase() }}</template></p>
        <p class="text-lg">{{ Math.round(cloth.massGsm) }} g/m² <Sourced :from="cloth.massOrigin"
        /> · {{ cloth.thicknessMm }} mm <Sourced :from="cloth.thicknessOrigin"
        /> · {{ cloth.mayGetWet ? 'may get wet' : 'may not get wet' }}</p>
        <p v-if="cloth.note" class="mt-1 text-muted-ink">{{ cloth.note }}</p>
      </div>
      <div class="flex flex-col gap-2 max-[900px]:flex-row">
        <UButton to="/swatch" size="xl" trailing-icon="i-lucide-arrow-right">Press a test swatch</UButton>
        <UButton variant="outline" color="neutral" icon="i-lucide-pencil" @click="$emit('change')">Change</UButton>
      </div>
    </div>
    <hr class="stitch my-5">
    <BenchTabs v-model="tab" :tabs="tabs" label="About this fabric" bold>
      <template v-if="tab === 'limit'">
        <LimitPicture :cloth="toClothInput(cloth)" :rule="rule" :evidence="toEvidence(cloth)" />
        <hr class="stitch my-5">
        <ClothHistory :cloth-id="cloth.id" />
      </template>
      <MeasureBench v-else-if="tab === 'measure'" :cloth="cloth" />
      <SettleBench v-else-if="tab === 'settle'" :cloth="cloth" />
      <CornerBench v-else :cloth="cloth" />
    </BenchTabs>
  </article>
</template>
