<script setup lang="ts">
import { ROLE_NAMES } from '#shared/people'
import type { Device } from '#shared/schemas'
import { auditSentence } from '#shared/words'

/** Who works here, on which devices, and what they did lately. */
definePageMeta({ title: 'People and devices' })
const { me, may, whoMay } = useWho()
const all = usePeople()
const { people, devices, done, problem, busy, editing, save } = all
onMounted(all.load)

const here = computed(() => people.value.filter(p => !p.putAway))
const away = computed(() => people.value.filter(p => p.putAway))
/** What signs me in has changed: who I am here is asked for anew. */
async function mine(changed: Promise<boolean>): Promise<void> {
  if (!await changed) return
  const door = await lookAtDoor()
  if (door?.at === 'in') takePlace(door.me)
}
const whenWords = (at: string) => new Intl.DateTimeFormat(undefined, { dateStyle: 'short', timeStyle: 'short' }).format(new Date(at))
const deviceSentence = (d: Device) => [d.isThis ? 'this device' : null, d.paired ? 'stays at the board' : 'until signed out',
  d.at ? `${d.at} is signed in` : null].filter(Boolean).join(' · ')
</script>

<template>
  <div class="space-y-6 p-6 max-[600px]:p-4">
    <header class="flex flex-wrap items-baseline gap-x-6">
      <h1 class="text-3xl font-semibold">People and devices</h1>
      <p v-if="me" class="text-lg text-muted-ink">{{ me.workroom.name }}</p>
      <p class="min-h-7 text-lg font-semibold text-alert" role="alert">{{ problem }}</p>
    </header>
    <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-10 max-[1000px]:grid-cols-1">
      <div class="space-y-8">
        <section aria-label="People">
          <h2 class="text-2xl font-semibold">Who works here</h2>
          <p v-if="whoMay('own')" class="mt-1 border-l-4 border-mark pl-3">{{ whoMay('own') }}</p>
          <ul class="mt-3 space-y-2">
            <li v-for="p in here" :key="p.id" class="slip flex min-h-16 flex-wrap items-center gap-3 px-3 py-1">
              <PersonMark :name="p.name" />
              <span class="min-w-44 flex-1 text-lg leading-tight"><b class="font-semibold">{{ p.name }}</b>
                <small class="block text-sm text-muted-ink">{{ ROLE_NAMES[p.role] }} ·
                  {{ p.signsIn ? 'passphrase' : 'no passphrase' }} · {{ p.hasPin ? 'PIN' : 'no PIN' }}</small></span>
              <template v-if="may('own')">
                <UButton size="lg" variant="ghost" color="neutral" @click="() => { editing = p }">Change</UButton>
                <UButton v-if="p.id !== me?.person.id" size="lg" variant="ghost" color="neutral" :loading="busy"
                  @click="() => { all.putAway(p.id) }">Remove</UButton>
              </template>
            </li>
          </ul>
          <PersonForm v-if="editing" :key="editing === 'new' ? 'new' : editing.id" class="mt-3"
            :person="editing === 'new' ? null : editing" :busy="busy" @save="save" @leave="editing = null" />
          <UButton v-else-if="may('own')" class="mt-3" size="lg" icon="i-lucide-user-plus" @click="() => { editing = 'new' }">
            Add a person</UButton>
          <details v-if="away.length > 0" class="mt-4">
            <summary class="min-h-11 cursor-pointer py-2">Removed ({{ away.length }})</summary>
            <ul class="space-y-1">
              <li v-for="p in away" :key="p.id" class="flex min-h-11 items-center gap-3">
                <span class="flex-1">{{ p.name }} <small class="text-muted-ink">{{ ROLE_NAMES[p.role] }}</small></span>
                <UButton v-if="may('own')" size="sm" variant="outline" color="neutral" @click="() => { all.takeBack(p.id) }">
                  Bring back</UButton></li>
            </ul>
          </details>
        </section>
        <OwnAccess :busy="busy" @passphrase="(c, f) => mine(all.ownPassphrase(c, f))" @pin="p => mine(all.ownPin(p))" />
      </div>
      <div v-if="may('own')" class="space-y-8">
        <PairingCode />
        <section aria-label="Devices">
          <h2 class="text-2xl font-semibold">Devices</h2>
          <p v-if="devices.length === 0" class="mt-1">None is known yet: a device is kept once somebody signs in on it, or it is paired.</p>
          <ul class="mt-2 space-y-2">
            <li v-for="d in devices" :key="d.id" class="slip flex min-h-14 flex-wrap items-center gap-3 px-3 py-1">
              <UIcon :name="d.paired ? 'i-lucide-tablet' : 'i-lucide-laptop'" class="size-6 shrink-0" />
              <span class="min-w-44 flex-1 leading-tight"><b class="font-semibold">{{ d.name }}</b>
                <small class="block text-sm text-muted-ink">{{ deviceSentence(d) }} · seen {{ whenWords(d.seenAt) }}</small></span>
              <UButton v-if="!d.paired" size="lg" variant="ghost" color="neutral" @click="() => { all.stay(d.id, d.name) }">
                Keep at the board</UButton>
              <UButton size="lg" variant="ghost" color="neutral" :loading="busy" @click="() => { all.endDevice(d.id) }">Remove</UButton>
            </li>
          </ul>
        </section>
        <section aria-label="Recent activity">
          <h2 class="text-2xl font-semibold">Recent activity</h2>
          <p v-if="done.length === 0" class="mt-1">Nothing yet. Who signs in, changes rules, imports or restores is written down here.</p>
          <ol class="mt-2 max-h-96 space-y-1 overflow-auto">
            <li v-for="a in done" :key="a.id" class="flex gap-3 border-b border-dashed border-seam py-1">
              <time class="w-32 shrink-0 text-sm text-muted-ink" :datetime="a.at">{{ whenWords(a.at) }}</time>
              <span>{{ auditSentence(a) }}</span></li>
          </ol>
        </section>
      </div>
    </div>
  </div>
</template>
