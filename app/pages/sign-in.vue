<script setup lang="ts">
import { ROLE_NAMES } from '#shared/people'
import type { Door } from '#shared/schemas'

/** The door: by name and passphrase, by a PIN on a device that stays at the board, or by pairing this one. */
definePageMeta({ layout: 'plain', title: 'Sign in' })
const door = shallowRef<Door | null>(null)
const name = ref(''), passphrase = ref(''), code = ref(''), device = ref('')
const choose = ref<{ id: string, name: string }[]>([])
const how = ref<'passphrase' | 'pair'>('passphrase')
const chosen = ref<{ id: string, name: string } | null>(null)
const problem = ref<string | null>(null)
const busy = ref(false)
const route = useRoute()

/** Only to a page of this board. */
const back = (): string => {
  const to = new URLSearchParams(route.hash.slice(1)).get('back') ?? '/today'
  return to.startsWith('/') && !to.startsWith('//') && !to.startsWith('/sign-in') ? to : '/today'
}
async function look(): Promise<void> {
  door.value = await lookAtDoor()
  if (door.value?.at === 'in') location.assign(back())
  if (door.value?.at === 'empty') await navigateTo('/begin')
}
onMounted(() => {
  device.value = deviceWords(navigator.userAgent)
  const given = new URLSearchParams(route.hash.slice(1)).get('pair')
  if (given) {
    code.value = given
    how.value = 'pair'
  }
  void look()
})
async function attempt(work: () => Promise<unknown>): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    await work()
  } catch (error) {
    problem.value = problemOf(error).detail
  } finally {
    busy.value = false
  }
}
const enter = (workroomId?: string) => attempt(async () => {
  if (name.value.trim() === '' || passphrase.value === '') throw new Error('Enter your name and your passphrase.')
  const answer = await signIn({ name: name.value, passphrase: passphrase.value, ...(workroomId ? { workroomId } : {}) })
  if ('choose' in answer) choose.value = answer.choose
  else location.assign(back())
})
const enterByPin = (pin: string) => attempt(async () => {
  await switchTo(chosen.value!.id, pin)
  location.assign(back())
})
const pairIt = () => attempt(async () => {
  if (code.value.trim() === '') throw new Error('Enter the code shown under People and devices.')
  await pairThis(code.value, device.value.trim() || deviceWords(navigator.userAgent))
  history.replaceState(null, '', '/sign-in')
  await look()
  how.value = 'passphrase'
})
</script>

<template>
  <div class="mx-auto flex min-h-full max-w-4xl flex-col px-6 py-6 max-[600px]:px-4">
    <header class="flex items-center gap-4 border-b border-seam pb-3">
      <p class="ticket text-2xl font-semibold">Ready Cuff</p>
      <p v-if="door?.at === 'board'" class="ml-auto text-lg">{{ door.workroom.name }}</p>
    </header>
    <div class="grid flex-1 grid-cols-[minmax(0,1fr)_300px] items-start gap-10 py-8 max-[820px]:grid-cols-1">
      <section aria-label="Sign in">
        <h1 class="text-3xl font-semibold">
          {{ choose.length > 0 ? 'Which workroom?' : door?.at === 'board' && how === 'passphrase' ? 'Who is at the board?'
            : how === 'pair' ? 'Pair this device' : 'Sign in' }}</h1>
        <p class="mt-2 min-h-14 text-lg font-semibold text-alert" role="alert">{{ problem }}</p>

        <div v-if="choose.length > 0" class="mt-2 grid gap-3" role="group" aria-label="Workrooms">
          <button v-for="w in choose" :key="w.id" type="button" class="slip min-h-16 px-4 text-left text-xl hover:bg-seam/20"
            :disabled="busy" @click="enter(w.id)">{{ w.name }}</button>
        </div>
        <template v-else-if="door?.at === 'board' && how === 'passphrase'">
          <div v-if="chosen" class="mt-2 flex flex-col items-start gap-2">
            <p class="flex items-center gap-3 text-xl"><PersonMark :name="chosen.name" />{{ chosen.name }}</p>
            <PinPad :busy="busy" @leave="chosen = null" @done="enterByPin" />
          </div>
          <div v-else class="mt-2 grid grid-cols-2 gap-3 max-[500px]:grid-cols-1" role="group" aria-label="People">
            <button v-for="p in door.people" :key="p.id" type="button" class="slip flex min-h-20 items-center gap-3 px-4 text-left text-xl
              hover:bg-seam/20" @click="chosen = p">
              <PersonMark :name="p.name" :size="48" /><span>{{ p.name }}<small class="block text-sm text-muted-ink">
                {{ ROLE_NAMES[p.role] }}</small></span>
            </button>
            <p v-if="door.people.length === 0" class="col-span-full text-lg">
              Nobody has a PIN yet. Sign in with a name and passphrase, and choose a PIN under People and devices.</p>
          </div>
        </template>
        <form v-else-if="how === 'pair'" class="mt-2 max-w-md space-y-5" @submit.prevent="pairIt">
          <p class="text-lg">The owner has a code shown under People and devices. It works for five minutes, for one device. This
            device then stays at the board, and people take over on it with a PIN.</p>
          <label class="block"><span class="block font-semibold">Code</span>
            <UInput v-model="code" size="xl" class="w-full" maxlength="20" autocomplete="off" autocapitalize="characters"
              aria-label="Code" /></label>
          <label class="block"><span class="block font-semibold">What is this device called?</span>
            <UInput v-model="device" size="xl" class="w-full" maxlength="60" /></label>
          <UButton type="submit" size="xl" :loading="busy">Pair this device</UButton>
        </form>
        <form v-if="choose.length === 0 && how === 'passphrase' && !chosen" class="mt-2 max-w-md space-y-5"
          :class="door?.at === 'board' ? 'mt-8 border-t border-dashed border-seam pt-5' : ''" @submit.prevent="enter()">
          <label class="block"><span class="block font-semibold">Name</span>
            <UInput v-model="name" size="xl" class="w-full" maxlength="80" autocomplete="username" aria-label="Name" /></label>
          <label class="block"><span class="block font-semibold">Passphrase</span>
            <UInput v-model="passphrase" type="password" size="xl" class="w-full" maxlength="200" autocomplete="current-password"
              aria-label="Passphrase" /></label>
          <UButton type="submit" size="xl" :loading="busy" trailing-icon="i-lucide-arrow-right">Sign in</UButton>
        </form>
        <p v-if="choose.length === 0 && door?.at !== 'board'" class="mt-8">
          <button type="button" class="min-h-11 text-lg underline" @click="how = how === 'pair' ? 'passphrase' : 'pair'">
            {{ how === 'pair' ? 'Sign in with a name instead' : 'Pair this device with a code' }}</button></p>
        <p v-if="door === null" class="mt-4 text-muted-ink">The server does not answer just now. Try again in a moment.</p>
      </section>
      <figure class="max-[820px]:hidden" aria-hidden="true">
        <svg viewBox="0 0 300 320" class="w-full">
          <path d="M60 70 h180 v190 q-90 24 -180 0 z" fill="var(--rc-paper)" stroke="var(--rc-ink)" stroke-width="2" />
          <path d="M70 80 h160 v172 q-80 20 -160 0 z" fill="none" stroke="var(--rc-seam)" stroke-width="2" stroke-dasharray="7 5" />
          <path d="M60 70 q90 34 180 0" fill="none" stroke="var(--rc-ink)" stroke-width="2" />
          <circle cx="98" cy="230" r="9" fill="none" stroke="var(--rc-ink)" stroke-width="2" />
          <path d="M94 226 l8 8 M102 226 l-8 8" stroke="var(--rc-ink)" stroke-width="1.500" />
          <path d="M196 230 h26" stroke="var(--rc-ink)" stroke-width="3" stroke-linecap="round" />
          <path d="M110 30 l80 0 M120 22 v16 M140 26 v8 M160 26 v8 M180 22 v16" stroke="var(--rc-ink)" stroke-width="2" />
        </svg>
      </figure>
    </div>
  </div>
</template>
