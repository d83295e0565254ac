<script setup lang="ts">
import { ROLE_NAMES } from '#shared/people'

/** Who is at the board: one tap, and somebody else takes over. */
const { me } = useWho()
const press = usePress(), session = useSession(), outbox = useOutbox()
const open = ref(false)
const chosen = ref<string | null>(null)
const problem = ref<string | null>(null)
const busy = ref(false)
/** While the session is being read, nobody knows yet what is under the iron. */
const isHeldUp = computed(() => busy.value || session.loading)
/** What is under the iron is lifted first: nobody takes over a hot iron unseen. */
const underIron = computed(() => press.running || (session.down && !session.heldElsewhere))
const waits = computed(() => outbox.waiting.value.length)
const leaving = ref(false)

async function attempt(work: () => Promise<unknown>, to: string): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    await work()
    location.assign(to)
  } catch (error) {
    problem.value = problemOf(error).detail
  } finally {
    busy.value = false
  }
}
function take(o: { id: string, asksPin: boolean }): void {
  if (o.asksPin) chosen.value = o.id
  else void attempt(() => switchTo(o.id, ''), '/today')
}
const leave = () => attempt(signOutHere, '/sign-in')
watch(open, () => {
  chosen.value = problem.value = null
  leaving.value = false
})
</script>

<template>
  <template v-if="me">
    <button type="button" class="mt-auto flex min-h-[62px] flex-col items-center justify-center gap-0.5 border-l-4 border-transparent
      text-center text-[13px] leading-tight hover:bg-seam/20" data-test="who" :aria-label="`At the board: ${me.person.name}`"
      @click="() => { open = true }">
      <PersonMark :name="me.person.name" :size="34" />
      <span class="max-w-[70px] truncate">{{ me.person.name }}</span>
    </button>
    <UModal v-model:open="open" title="Who is at the board?"
      :description="`${me.person.name} · ${ROLE_NAMES[me.person.role].toLowerCase()} of ${me.workroom.name}`"
      :ui="{ content: 'max-w-xl bg-paper', title: 'text-2xl ticket', description: 'text-muted-ink' }">
      <template #body>
        <p class="font-semibold text-alert" role="alert">{{ problem }}</p>
        <p v-if="underIron" class="text-lg">Something is under the iron. Lift it first; then somebody else can take over.</p>
        <div v-else-if="chosen" class="flex flex-col items-center gap-2">
          <p class="text-xl">{{ me.others.find(o => o.id === chosen)?.name }}</p>
          <PinPad :busy="busy" @leave="chosen = null" @done="pin => attempt(() => switchTo(chosen!, pin), '/today')" />
        </div>
        <div v-else-if="leaving" class="space-y-3 text-lg">
          <p v-if="waits > 0" class="font-semibold">
            {{ waits === 1 ? 'One thing' : `${waits} things` }} written here did not reach the server yet. Signing out throws
            {{ waits === 1 ? 'it' : 'them' }} away.</p>
          <p v-else>Everything written here has reached the server. What this browser kept of it for you is removed.</p>
          <div class="flex flex-wrap gap-3">
            <UButton size="xl" :color="waits > 0 ? 'error' : 'primary'" :loading="isHeldUp" @click="leave">
              {{ waits > 0 ? 'Sign out all the same' : 'Sign out' }}</UButton>
            <UButton size="xl" variant="outline" color="neutral" @click="() => { leaving = false }">Stay</UButton>
          </div>
        </div>
        <template v-else>
          <div v-if="me.others.length > 0" class="grid grid-cols-2 gap-2 max-[500px]:grid-cols-1" role="group" aria-label="Take over">
            <button v-for="o in me.others" :key="o.id" type="button" class="slip flex min-h-16 items-center gap-3 px-3 text-left text-lg
              leading-tight hover:bg-seam/20" :disabled="isHeldUp" @click="take(o)">
              <PersonMark :name="o.name" /><span>{{ o.name }}<small class="block text-sm text-muted-ink">
                {{ ROLE_NAMES[o.role] }}{{ o.asksPin ? ' · PIN' : '' }}</small></span>
            </button>
          </div>
          <p v-else class="text-muted-ink">
            {{ me.device?.paired ? 'Nobody else has a PIN yet.' : 'Others sign in with their own name after you sign out.' }}</p>
          <div class="mt-5 flex flex-wrap gap-3 border-t border-dashed border-seam pt-4">
            <UButton size="lg" variant="outline" color="neutral" icon="i-lucide-users" to="/people" @click="() => { open = false }">
              People and devices</UButton>
            <UButton v-if="me.device && !me.open" size="lg" variant="outline" color="neutral" icon="i-lucide-log-out" :disabled="isHeldUp"
              @click="() => { leaving = true }">Sign out</UButton>
          </div>
        </template>
      </template>
    </UModal>
  </template>
</template>
