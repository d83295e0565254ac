<script setup lang="ts">
import { CONSTRUCTIONS, FIBRES } from '#core/materials'
import type { BlendRule } from '#core/limit'
import type { Fabric } from '#shared/schemas'
import { toFabricInput, toEvidence } from '#shared/mappers'
import { massWords, NAP_NAME, thicknessWords } from '#shared/words'

const selection = useSelection()

const { fabric } = defineProps<{ fabric: Fabric, rule: BlendRule }>()
defineEmits<{ change: [] }>()
const tabs = computed(() => [
  { key: 'limit', name: 'Limits' }, { key: 'measure', name: 'Measure' }, { key: 'preshrink', name: 'Preshrink' },
  ...(fabric.fibres.length === 0 ? [{ key: 'corner', name: 'Corner test' }] : []),
])
const tab = ref('limit')
const fibres = computed(() =>
  fabric.fibres.length === 0 ? 'Fibre unknown' : fabric.fibres.map(f => `${f.sharePct} % ${FIBRES[f.fibre].name.toLowerCase()}`).join(', '),
)
</script>

<template>
  <article>
    <div class="flex items-start gap-6 max-[900px]:flex-wrap">
      <FabricSwatch :colour="fabric.colourHex" :construction="fabric.construction" :nap="fabric.nap" :width="132" :height="108" />
      <div class="min-w-[16rem] flex-1">
        <h1 class="text-3xl font-semibold leading-tight">{{ fabric.name }}</h1>
        <p class="mt-1 text-lg">{{ fibres }} · {{ CONSTRUCTIONS[fabric.construction].name.toLowerCase() }}<template
          v-if="fabric.nap !== 'none'"> · {{ NAP_NAME[fabric.nap].toLowerCase() }}</template></p>
        <p class="text-lg">{{ massWords(fabric.massGsm, selection.units) }} <Sourced :from="fabric.massOrigin"
        /> · {{ thicknessWords(fabric.thicknessMm, selection.units) }} <Sourced :from="fabric.thicknessOrigin"
        /> · {{ fabric.mayGetWet ? 'may get wet' : 'may not get wet' }}</p>
        <p v-if="fabric.note" class="mt-1 text-muted-ink">{{ fabric.note }}</p>
      </div>
      <div class="flex flex-col gap-2 max-[900px]:flex-row">
        <UButton to="/swatch" size="xl" trailing-icon="i-lucide-arrow-right">Press a test swatch</UButton>
        <UButton variant="outline" color="neutral" icon="i-lucide-pencil" @click="$emit('change')">Change</UButton>
      </div>
    </div>
    <hr class="stitch my-5">
    <PanelTabs v-model="tab" :tabs="tabs" label="About this fabric" bold>
      <template v-if="tab === 'limit'">
        <LimitPicture :fabric="toFabricInput(fabric)" :rule="rule" :evidence="toEvidence(fabric)" />
        <LabelPicture class="mt-5" :fabric-id="fabric.id" :words="fabric.labelWords" />
        <hr class="stitch my-5">
        <FabricHistory :fabric-id="fabric.id" />
      </template>
      <MeasurePanel v-else-if="tab === 'measure'" :fabric="fabric" />
      <PreshrinkPanel v-else-if="tab === 'preshrink'" :fabric="fabric" />
      <CornerPanel v-else :fabric="fabric" />
    </PanelTabs>
  </article>
</template>
