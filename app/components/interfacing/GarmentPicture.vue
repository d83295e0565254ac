<script setup lang="ts">
import type { Place } from '#core/place'

/** Garment, trousers, bag and mat with the places drawn on them: picking one is choosing where the interfacing goes. */
const { places, chosenKey } = defineProps<{ places: Place[], chosenKey: string }>()
const emit = defineEmits<{ choose: [key: string] }>()

const GROUND = [
  'M60 36L44 42 12 118 28 128 50 74 48 193 112 193 110 74 132 128 148 118 116 42 100 36Z',
  'M176 22H238L246 118H214L207 62 200 118H168Z',
  'M196 150q0-16 20-16t20 16', 'M172 160 186 150H246V212L232 224H172Z',
]
const SHAPES: Record<string, string> = {
  front: 'M52 80L60 73 76 97V185H50Z', facing: 'M89 97L99 74 109 82 110 185H89Z',
  lapel: 'M67 53L79 47 77 93 61 70ZM93 53L81 47 83 93 99 70Z', collar: 'M60 37Q80 46 100 37L94 54 80 45 66 54Z',
  stand: 'M64 30Q80 21 96 30L99 36Q80 45 61 36Z', placket: 'M76.500 95h6v91h-6Z', buttonholeStrip: 'M83.500 95h5v91h-5Z',
  pocketMouth: 'M54 132h19v8h-19Z', stay: 'M45 42L61 35 63 41 47 49ZM115 42L99 35 97 41 113 49Z',
  cuff: 'M11 113L29 122 25 134 7 125ZM149 113L131 122 135 134 153 125Z', embroideryGround: 'M95 104h13v10q0 7-6.500 10-6.500-3-6.500-10Z',
  hem: 'M48 186h64v9h-64Z', waistband: 'M174 10h66v12h-66Z', zip: 'M203 22h8v30h-8Z', patch: 'M220 86l18-2 1.500 18-18 2Z',
  bagSide: 'M172 160L186 150V212L172 224Z', quiltedPanel: 'M186 150H246V212H186Z', bagBase: 'M172 224L186 212H246L232 224Z',
  mat: 'M12 208h58v34h-58Z', applique: 'M84 208h42v34h-42Z',
}
const drawn = computed(() =>
  places.filter(p => SHAPES[p.key]).sort((a, b) => Object.keys(SHAPES).indexOf(a.key) - Object.keys(SHAPES).indexOf(b.key)),
)
const undrawn = computed(() => places.filter(p => !SHAPES[p.key]))
function step(by: number): void {
  const i = places.findIndex(p => p.key === chosenKey)
  emit('choose', places[(i + by + places.length) % places.length]!.key)
}
</script>

<template>
  <div>
    <svg
      viewBox="0 0 258 248"
      class="w-full"
      role="radiogroup"
      aria-label="Place: arrows go from one to the next"
      :aria-activedescendant="drawn.some(p => p.key === chosenKey) ? `place-${chosenKey}` : undefined"
      tabindex="0"
      @keydown.right.prevent="step(1)"
      @keydown.down.prevent="step(1)"
      @keydown.left.prevent="step(-1)"
      @keydown.up.prevent="step(-1)">
      <path
        v-for="d in GROUND"
        :key="d"
        :d="d"
        fill="var(--rc-ground)"
        stroke="var(--rc-muted)"
        stroke-width="1.200"
        stroke-linejoin="round" />
      <path v-for="p in drawn" :id="`place-${p.key}`" :key="p.key" :d="SHAPES[p.key]" role="radio" :aria-checked="p.key === chosenKey"
        :aria-label="p.name" class="cursor-pointer hover:opacity-75" :fill="p.key === chosenKey ? 'var(--rc-mark)' : 'var(--rc-paper)'"
        stroke="var(--rc-ink)" :stroke-width="p.key === chosenKey ? 2 : 0.9" stroke-linejoin="round" @click="emit('choose', p.key)">
        <title>{{ p.name }}</title>
      </path>
      <g class="pointer-events-none" fill="none" stroke="var(--rc-muted)" stroke-width="0.7">
        <path d="M186 171L207 150M186 192L228 150M186 212L246 152M207 212L246 173M228 212L246 194" stroke-dasharray="3 2.500" />
        <path d="M105 214l3 7h7l-5.500 4.500 2 7.500-6.500-4.500-6.500 4.500 2-7.500-5.500-4.500h7Z" stroke-width="1" />
        <path d="M16 212h50v26h-50Z" stroke-dasharray="3 2.500" />
        <path d="M222 88l14-1.500 1 14-14 1.500Z" stroke-dasharray="2 2" />
        <circle v-for="y in [104, 122, 140, 158, 176]" :key="y" cx="79.500" :cy="y" r="1.300" />
      </g>
    </svg>
    <div v-if="undrawn.length" class="mt-1 flex flex-wrap gap-1">
      <button v-for="p in undrawn" :key="p.key" type="button" class="min-h-10 px-3 text-sm"
        :class="p.key === chosenKey ? 'bg-ink text-paper' : 'slip'" @click="emit('choose', p.key)">
        {{ p.name }}
      </button>
    </div>
  </div>
</template>
