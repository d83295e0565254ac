<script setup lang="ts">
import { ROLE_NAMES, ROLE_SENTENCES, ROLES, type Role } from '#shared/people'
import type { PersonDraft } from '~/composables/board/people'
import type { Person } from '#shared/schemas'

/** Someone new, or someone whose role changes. */
const { person = null, busy } = defineProps<{ person?: Person | null, busy: boolean }>()
const emit = defineEmits<{ save: [body: PersonDraft], leave: [] }>()
const { me } = useWho()
/** With the first passphrase everybody has to sign in: it is one's own. */
const isTooSoon = computed(() => me.value?.open === true && me.value.person.id !== person?.id)
const name = ref(person?.name ?? ''), role = ref<Role>(person?.role ?? 'maker'), passphrase = ref(''), pin = ref('')
const options = ROLES.map(value => ({ value, name: ROLE_NAMES[value] }))
const passphraseLabel = computed(() => (person?.signsIn ? 'New passphrase, if it was forgotten' : 'Passphrase'))
const pinLabel = computed(() => (person?.hasPin ? 'New PIN, if it was forgotten' : 'PIN at a paired board'))
const given = (text: string) => (text === '' ? null : text)
const save = () => emit('save', {
  name: name.value.trim(), role: role.value, passphrase: given(passphrase.value), pin: given(pin.value),
})
</script>

<template>
  <form class="slip space-y-4 p-4" :aria-label="person ? $say('Change a person') : $say('Add a person')" @submit.prevent="save">
    <label class="block"><span class="block font-semibold">Name</span>
      <UInput v-model="name" size="lg" class="w-full" maxlength="80" autocomplete="off" aria-label="Name of the person" /></label>
    <div>
      <p class="font-semibold">Role</p>
      <Choices v-model="role" :options="options" label="Role" class="mt-1 flex flex-wrap gap-2" shape="min-h-11 px-4" />
      <p class="mt-1 min-h-12">{{ ROLE_SENTENCES[role] }}</p>
    </div>
    <label class="block"><span class="block font-semibold">{{ passphraseLabel }}</span>
      <UInput v-model="passphrase" type="password" size="lg" class="w-full" maxlength="200" autocomplete="new-password"
        :disabled="isTooSoon" :aria-label="`${passphraseLabel}, of this person`" />
      <span v-if="isTooSoon" class="text-sm text-muted-ink">Nobody here has a passphrase yet. Give yourself one first, under My sign-in:
        with the first one everybody has to sign in.</span>
      <span v-else-if="!person" class="text-sm text-muted-ink">Let them type it themselves. Without one they only take over at a paired
        board, with their PIN.</span></label>
    <label class="block"><span class="block font-semibold">{{ pinLabel }}</span>
      <UInput v-model="pin" type="password" inputmode="numeric" size="lg" class="w-40" maxlength="8" autocomplete="off"
        :aria-label="`${pinLabel}, of this person`" /></label>
    <div class="flex flex-wrap gap-3">
      <UButton type="submit" size="lg" :loading="busy">{{ person ? 'Save' : 'Add' }}</UButton>
      <UButton size="lg" variant="outline" color="neutral" @click="emit('leave')">Close</UButton>
    </div>
  </form>
</template>
