<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { hasEdgeToTry, placeStates, waterFault, whatFollows } from '#core/session'
import { isHovering } from '#core/seam'
import { fromPayload } from '#shared/cutting'
import { bearingOutline, printed } from '#core/positions'
import { boxAbout } from '#core/geometry'
import { toRecipe } from '#shared/mappers'
import { soleOf } from '#shared/pressing'
import {
  clockWords, EDGE_NAME, harmSoonWords, heldElsewhere, howLine, OPERATION_NAME, sessionKeyWords, STANDING_WORDS, STEAM_CAUTION,
  thenWords, timeOfDay, twoBoardsSentence, warningSentence, WATER_SENTENCE, whatNow,
} from '#shared/words'
import { isSteamed, leftAloneS } from '#core/recipe'

/** The session from a stool's distance: what now, how far it is, what next, what lies cooling and when it may be touched, the irons. */
const session = useSession()
const library = useLibrary()
const selection = useSelection()
const chime = useChime()
const voice = useVoice()
const foot = useFootSwitch()

const op = computed(() => session.current)
const step = computed(() => session.step)
const state = computed(() => (op.value ? session.opState(op.value.id) : null))
const iron = computed(() => library.irons.find(i => i.id === op.value?.ironId) ?? null)
const pressCloth = computed(() => library.pressCloths.find(c => c.id === op.value?.pressClothId) ?? null)
const fabric = computed(() => library.fabrics.find(c => c.id === op.value?.fabricId) ?? null)
const { byBond, share, leftS, over, big: onRing, unit: underRing } = useSessionRing()
/** The next that is not cold yet. */
const coolsNext = computed(() => session.cooling.find(c => c.leftS > 0) ?? null)
const command = computed(() => {
  if (!op.value || !step.value) {
    if (session.cooling.length === 0) return 'All pressed'
    return coolsNext.value ? 'Wait: it is cooling' : 'Try the edges that are cold'
  }
  const { kind, placements, name, recipe } = op.value
  const hovers = recipe !== null && isHovering(recipe)
  return whatNow(step.value, { kind, placements: placements.length, name, hovers, method: recipe?.method }, over.value)
})
/** Without a piece in hand the next that is cold is waited for. */
const waitS = computed(() => (!op.value && coolsNext.value ? coolsNext.value.leftS : null))
const big = computed(() => (waitS.value === null ? onRing.value : clockWords(waitS.value)))
const unit = computed(() => (waitS.value === null ? underRing.value : 'until the next is cold'))
const pass = computed(() => (step.value && 'pass' in step.value ? step.value.pass : state.value?.pass ?? 0))
const how = computed(() => (op.value?.recipe
  ? howLine(
      op.value.recipe, { kind: op.value.kind, pass: pass.value, pressClothName: pressCloth.value?.name ?? null }, selection.units,
    )
  : null))
const key = computed(() => (step.value ? sessionKeyWords(step.value) : ''))
const harm = computed(() => {
  const u = session.under
  return u?.harmKind && u.harmInS !== null && (over.value || u.harmInS < 15) ? harmSoonWords(u.harmKind, u.harmInS) : null
})
const water = computed(() => (iron.value && op.value?.recipe ? waterFault(iron.value, op.value.recipe.method, fabric.value) : null))
const steam = computed(() => op.value?.recipe?.method === 'damp' || (op.value?.recipe && isSteamed(op.value.recipe.method)))
const noRoom = computed(() => {
  const lying = session.cooling.filter(c => c.leftS > 0)
  return lying.length >= selection.house.places && step.value?.do === 'down' ? lying[0]! : null
})

/** The positions as they stand on this side. */
const states = computed(() => (op.value && state.value ? placeStates(op.value.placements.length, state.value, step.value) : []))
/** What has no shape of its own is drawn as the fabric under its positions. */
const outline = computed(() => {
  const o = op.value
  if (!o || o.placements.length === 0) return null
  return o.outline ? fromPayload(o.outline) : boxAbout(o.placements.map(p => printed(bearingOutline(sole.value), p)))
})
const keepOuts = computed(() => (op.value?.keepOuts ?? []).map(fromPayload))
const sole = computed(() => soleOf(iron.value?.kind ?? 'household'))

/** What comes after this. */
const next = computed(() => {
  const o = op.value, then = o && whatFollows({ recipe: o.recipe && toRecipe(o.recipe) }, states.value, step.value)
  return then ? thenWords(then, o) : null
})
const following = computed(() => session.state.order
  .filter(id => id !== op.value?.id && ['open', 'aside'].includes(session.state.ops.get(id)!.phase)).slice(0, 3)
  .map((id) => {
    const { name, kind } = session.byId.get(id)!
    return { id, name, kind: OPERATION_NAME[kind].toLowerCase(), aside: session.opState(id).phase === 'aside' }
  }))
const doneCount = computed(() => [...session.state.ops.values()].filter(o => o.phase === 'done').length)

/** The edge of a cold piece is asked for; nothing lies over the board while a sole is down. */
const trying = computed(() => (session.down && !session.heldElsewhere ? null : session.toTry[0] ?? null))
const lifting = ref<number[]>([])
watch(() => trying.value?.id, () => { lifting.value = [] })
const triedOp = computed(() => (trying.value ? session.byId.get(trying.value.id) ?? null : null))
const hasEdge = computed(() => triedOp.value !== null && hasEdgeToTry(triedOp.value.kind))
const mark = (place: number): void => {
  lifting.value = lifting.value.includes(place) ? lifting.value.filter(p => p !== place) : [...lifting.value, place]
}
function found(edge: 'holds' | 'nail' | 'lifts'): void {
  if (!trying.value) return
  if (hasEdge.value) void session.recordEdge(trying.value.id, edge, edge === 'lifts' ? lifting.value : [])
  else void session.markCold(trying.value.id)
}
/** What two boards are at comes first, then what another has in hand. */
function takeOver(): void {
  const id = session.clashes[0]?.op ?? (session.heldElsewhere ? op.value?.id : undefined)
  if (id) void session.takeOver(id)
}
const missed = (i: number): void => { if (op.value && states.value[i] === 'done') void session.markMissed(op.value.id, i) }
const taken = computed(() => [...new Set([...session.operations.flatMap(o => o.ironId ?? []), ...session.state.irons.keys()])]
  .flatMap(id => library.irons.find(i => i.id === id) ?? []))
const ironNow = useTemplateRef<{ turn: () => void }[]>('ironNow')
useShortcuts({
  takeBack: () => { void session.undo() }, aside: () => { void session.setAside() }, another: session.another, holds: () => found('holds'),
  nail: () => found('nail'), lifts: () => found('lifts'), over: takeOver,
  dial: () => { ironNow.value?.[taken.value.findIndex(i => i.id === iron.value?.id)]?.turn() },
})
useDigits({
  does: 'Missed, or lifts', from: 1, upTo: 9,
  act: (n) => {
    if (hasEdge.value && n <= triedOp.value!.placements.length) mark(n - 1)
    else missed(n - 1)
  },
})
const toggleFoot = (): void => { foot.on.value = !foot.on.value }
useFoot(() => { void session.space() })

/** Sounds and the voice. */
let ticked = -1
watch(over, (on) => { if (on) chime.lift() })
watch(() => session.toTry.length, (n, before) => { if (n > before) chime.done() })
useIntervalFn(() => {
  const left = Math.ceil(byBond.value ? session.under!.neededS ?? 99 : leftS.value)
  if (step.value?.do === 'lift' && left > 0 && left <= 3 && left !== ticked) chime.tick()
  ticked = left
}, 200)
const said = computed(() => session.warnings.map(w => warningSentence(w, library.irons.find(i => i.id === w.ironId)?.name ?? 'The iron')))
watch(() => session.warnings.map(w => `${w.why} ${w.ironId}`).join(), (now) => {
  if (!now) return
  chime.lift()
  voice.say(said.value.join(' '))
})
watch(() => `${op.value?.name}. ${command.value}`, (words) => { if (op.value) voice.say(words) })
const RADIUS = 120, AROUND = 2 * Math.PI * RADIUS
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1.05fr)_minmax(0,1fr)_290px] gap-3 px-3 pb-2
    max-[1000px]:grid-cols-[minmax(0,1fr)_250px] max-[1000px]:grid-rows-[auto_minmax(0,1fr)] max-[640px]:block max-[640px]:space-y-3
    max-[640px]:overflow-y-auto" data-test="session"
    :data-last="session.lastKey">
    <section class="flex min-h-0 cursor-pointer flex-col gap-1 select-none max-[1000px]:col-span-2" aria-label="What now"
      @click="session.space()">
      <p v-for="w in said" :key="w" class="bg-alert px-3 py-2 text-xl font-bold text-paper" role="alert" data-test="warning">{{ w }}</p>
      <p v-for="c in session.clashes" :key="c.op" class="slip border-l-4 border-l-alert p-2 font-semibold text-alert" role="alert"
        data-test="clash">{{ twoBoardsSentence(session.byId.get(c.op)?.name ?? '', timeOfDay(session.wallMs(c.atS), selection.units)) }}
        <UButton size="sm" @click.stop="session.takeOver(c.op)">Continue here
          <kbd class="text-sm opacity-80">{{ KEYS.over.shown }}</kbd></UButton></p>
      <p class="text-2xl leading-tight" data-test="piece"><b>{{ op?.name ?? '' }}</b>{{ ' ' }}
        <span v-if="op" class="text-lg text-muted-ink">{{ OPERATION_NAME[op.kind].toLowerCase() }},
          <i>{{ STANDING_WORDS[op.standing] }}</i></span></p>
      <p class="ticket text-[3.1rem] font-bold leading-[1.02] max-[1000px]:text-[2.7rem]" :class="over ? 'text-alert' : ''"
        aria-live="assertive" data-test="now">{{ command }}</p>
      <p v-if="how" class="text-[1.45rem] leading-tight max-[1000px]:text-[1.25rem]" data-test="how">{{ how }}</p>
      <p v-if="session.heldElsewhere" class="slip p-2 text-lg font-semibold" role="status" data-test="watching">
        {{ heldElsewhere(op?.name ?? '') }} Another board runs this session. You are watching.
        <UButton size="sm" variant="outline" color="neutral" @click.stop="session.takeOver(op!.id)">Take it over
          <kbd class="text-sm opacity-80">{{ KEYS.over.shown }}</kbd></UButton></p>
      <p v-if="noRoom" class="slip p-2 text-lg font-semibold" role="status">No flat place is free: {{ noRoom.name }} is cold in
        {{ clockWords(noRoom.leftS) }} min.</p>
      <p v-if="water" class="slip p-2 font-semibold" role="status">{{ WATER_SENTENCE[water] }}</p>
      <p v-if="steam" class="text-alert">{{ STEAM_CAUTION }}</p>
      <div class="relative grid min-h-0 flex-1 place-items-center">
        <svg v-if="op || coolsNext" viewBox="-150 -150 300 300" class="h-full max-h-[340px] w-full max-[1000px]:max-h-[190px]" role="timer"
          :aria-label="`${big} ${unit}`">
          <circle :r="RADIUS" fill="var(--rc-paper)" stroke="var(--rc-seam)" stroke-width="20" />
          <circle :r="RADIUS" fill="none" transform="rotate(-90)" stroke-width="20"
            :stroke="over ? 'var(--rc-alert)' : heatColour(session.under?.soleC ?? op?.recipe?.setting.meanC ?? 20)"
            :stroke-dasharray="AROUND"
            :stroke-dashoffset="AROUND * (1 - Math.max(0, Math.min(1, share)))" />
          <text y="34" text-anchor="middle" :font-size="big.length > 3 ? 74 : 104" font-weight="700" fill="currentColor">{{ big }}</text>
          <text y="66" text-anchor="middle" :font-size="unit.length > 16 ? 17 : 20" fill="var(--rc-muted)">{{ unit }}</text>
          <text v-if="byBond && step?.do === 'lift'" y="90" text-anchor="middle" font-size="14" font-style="italic"
            fill="var(--rc-muted)">estimate</text>
        </svg>
        <p v-if="harm" class="absolute bottom-1 text-2xl font-bold text-alert max-[1000px]:static" role="alert">{{ harm }}</p>
      </div>
      <p v-if="key && !session.heldElsewhere" class="text-xl"><kbd class="slip px-3 py-1 font-semibold">{{ KEYS.iron.shown }}</kbd> or tap:
        <b>{{ key }}</b><span v-if="next" class="text-muted-ink">, then {{ next }}</span></p>
    </section>
    <section class="flex min-h-0 flex-col max-[640px]:h-56" aria-label="Where">
      <PositionsPicture v-if="outline && op" class="min-h-0 flex-1" :outline="outline" :placements="op.placements" :sole="sole"
        :keep-outs="keepOuts"
        :states="states"
        :colour="fabric?.colourHex" :share="share"
        :heat="step?.do === 'lift' ? heatColour(session.under?.soleC ?? op.recipe!.setting.meanC) : null"
        :label="`${op.name}: ${states.filter(s => s === 'done').length} of ${op.placements.length} positions pressed`"
        @choose="missed" @tap="session.space()" />
      <p v-if="op && outline" class="pl-1 text-sm text-muted-ink">Tap a position that was missed, or its number.</p>
    </section>
    <aside class="min-h-0 space-y-2 overflow-auto pr-1 max-[640px]:overflow-visible max-[640px]:pr-0" aria-label="Cooling, next, irons">
      <div v-if="trying" class="slip border-l-4 border-l-mark p-2" role="status" data-test="edge">
        <p class="text-lg font-semibold leading-tight">{{ trying.name }} is
          {{ triedOp?.recipe && leftAloneS(triedOp.recipe) === 0 ? 'pressed' : 'cold' }}.{{ hasEdge ? ' Try its edge:' : '' }}</p>
        <template v-if="hasEdge">
          <p v-if="triedOp && triedOp.placements.length > 1" class="mt-1 flex flex-wrap gap-1"><span class="text-sm">lifts at</span>
            <button v-for="(_, i) in triedOp.placements" :key="i" type="button" class="size-8 text-sm" :aria-pressed="lifting.includes(i)"
              :class="lifting.includes(i) ? 'bg-alert text-paper' : 'slip'" :aria-label="`Lifts at place ${i + 1}`"
              @click="mark(i)">{{ i + 1 }}</button></p>
          <div class="mt-1 grid grid-cols-3 gap-1">
            <UButton v-for="e in (['holds', 'nail', 'lifts'] as const)" :key="e" size="sm" class="justify-center"
              :variant="e === 'holds' ? 'solid' : 'outline'" :color="e === 'holds' ? 'primary' : 'neutral'" @click="found(e)">
              {{ EDGE_NAME[e] }} <kbd class="text-xs opacity-80">{{ KEYS[e].shown }}</kbd></UButton>
          </div>
        </template>
        <UButton v-else class="mt-1" size="sm" @click="found('holds')">Pick it up
          <kbd class="text-xs">{{ KEYS.holds.shown }}</kbd></UButton>
      </div>
      <ul v-if="session.cooling.length" class="space-y-1" aria-label="Cooling flat" data-test="cooling">
        <li v-for="c in session.cooling" :key="c.id" class="slip flex items-center gap-2 p-1.5">
          <svg class="size-12 shrink-0" viewBox="-20 -20 40 40" aria-hidden="true">
            <circle r="15" fill="none" stroke="var(--rc-seam)" stroke-width="6" />
            <circle r="15" fill="none" stroke="var(--rc-mark)" stroke-width="6" transform="rotate(-90)" stroke-dasharray="94.25"
              :stroke-dashoffset="94.25 * Math.max(0, Math.min(1, c.leftS / Math.max(1, c.forS)))" /></svg>
          <p class="min-w-0 leading-tight"><b class="block truncate text-lg">{{ c.name }}</b>
            <span>{{ c.leftS > 0 ? `${clockWords(c.leftS)} min, touch it at ${timeOfDay(c.coldMs, selection.units)}`
              : 'cold: try it' }}</span></p>
        </li>
      </ul>
      <ol v-if="following.length" aria-label="Next">
        <li v-for="(f, i) in following" :key="f.id">
          <button type="button" class="flex w-full items-baseline gap-2 border-b border-seam py-1 text-left leading-tight"
            @click="session.choose(f.id)"><span class="text-sm text-muted-ink">{{ i === 0 ? 'Next' : 'then' }}</span>
            <b class="min-w-0 flex-1 truncate">{{ f.name }}</b>
            <span class="text-sm">{{ f.aside ? 'set aside' : f.kind }}</span></button></li>
      </ol>
      <p class="text-sm text-muted-ink" data-test="progress">{{ doneCount }} of {{ session.operations.length }} done</p>
      <IronNow v-for="i in taken" :key="i.id" ref="ironNow" :iron="i" :wanted="i.id === iron?.id ? op?.recipe?.setting ?? null : null" />
      <div class="flex flex-wrap gap-1">
        <UButton size="sm" variant="outline" color="neutral" @click="session.undo()">Undo <kbd class="text-xs">⌫</kbd></UButton>
        <UButton size="sm" variant="outline" color="neutral" :disabled="session.down || !op" @click="session.setAside()">Set aside
          <kbd class="text-xs">{{ KEYS.aside.shown }}</kbd></UButton>
        <UButton size="sm" variant="outline" color="neutral" :disabled="session.down" @click="session.another()">Add piece
          <kbd class="text-xs">{{ KEYS.another.shown }}</kbd></UButton>
        <UButton size="sm" variant="outline" color="neutral" :aria-pressed="foot.on.value" @click="toggleFoot">
          Foot switch {{ foot.on.value ? 'on' : 'off' }}</UButton>
      </div>
      <div v-if="foot.on.value" class="text-sm">
        <p>{{ foot.learning.value ? 'Press the switch now.' : `Foot switch key: ${foot.name.value}.` }}
          <UButton size="xs" variant="outline" color="neutral" @click="foot.learn()">Choose another key</UButton>
          <UButton v-if="foot.canHid" size="xs" variant="outline" color="neutral" @click="foot.connect()">Connect device</UButton></p>
        <p v-if="foot.problem.value" class="text-alert" role="alert">{{ foot.problem.value }}</p>
      </div>
    </aside>
  </div>
</template>
