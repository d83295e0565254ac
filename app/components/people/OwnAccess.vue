<script setup lang="ts">
import { SHORTEST_PASSPHRASE } from '#shared/schemas'

/** How I sign in: my passphrase, and my PIN at a paired board. */
const { busy } = defineProps<{ busy: boolean }>()
const emit = defineEmits<{ passphrase: [current: string, fresh: string], pin: [pin: string | null] }>()
const { me } = useWho()
const current = ref(''), fresh = ref(''), pin = ref('')
function sendPassphrase(): void {
  emit('passphrase', current.value, fresh.value)
  current.value = fresh.value = ''
}
function sendPin(): void {
  emit('pin', pin.value)
  pin.value = ''
}
</script>

<template>
  <section v-if="me" aria-label="My sign-in">
    <h2 class="text-2xl font-semibold">My sign-in</h2>
    <p v-if="me.open" class="mt-1 max-w-lg">Nobody here has a passphrase: whoever reaches this board is its owner. Give yourself one, and
      everybody has to sign in.</p>
    <form class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="sendPassphrase">
      <label v-if="me.person.signsIn"><span class="block font-semibold">Current passphrase</span>
        <UInput v-model="current" type="password" size="lg" maxlength="200" autocomplete="current-password"
          aria-label="Current passphrase" /></label>
      <label><span class="block font-semibold">New passphrase</span>
        <UInput v-model="fresh" type="password" size="lg" maxlength="200" autocomplete="new-password" aria-label="New passphrase" /></label>
      <UButton type="submit" size="lg" variant="outline" color="neutral" :loading="busy" :disabled="fresh.length === 0">
        {{ me.person.signsIn ? 'Change passphrase' : 'Set passphrase' }}</UButton>
    </form>
    <p class="mt-1 text-sm text-muted-ink">{{ SHORTEST_PASSPHRASE }} characters at least; a few words in a row are easy to keep in mind.</p>
    <form class="mt-3 flex flex-wrap items-end gap-3" @submit.prevent="sendPin">
      <label><span class="block font-semibold">PIN at a paired board</span>
        <UInput v-model="pin" type="password" inputmode="numeric" size="lg" maxlength="8" autocomplete="off" /></label>
      <UButton type="submit" size="lg" variant="outline" color="neutral" :loading="busy" :disabled="pin.length < 4">
        {{ me.person.hasPin ? 'Change PIN' : 'Choose PIN' }}</UButton>
      <UButton v-if="me.person.hasPin" size="lg" variant="ghost" color="neutral" :loading="busy" @click="emit('pin', null)">
        Remove PIN</UButton>
    </form>
  </section>
</template>
