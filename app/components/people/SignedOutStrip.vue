<script setup lang="ts">
/** The server does not know who is here any more; what is under the iron goes on. */
const { isSignedOut } = useWho()
const outbox = useOutbox()
const route = useRoute()
const toSignIn = () => { location.assign(`/sign-in#back=${encodeURIComponent(route.fullPath)}`) }
</script>

<template>
  <p v-if="isSignedOut" class="flex flex-wrap items-center gap-3 border-b border-alert bg-paper px-5 py-2 text-lg" role="alert"
    data-test="signed-out">
    <span><b>You are signed out.</b> The clock runs on, and what you do is kept here{{
      outbox.waiting.value.length > 0 ? `: ${outbox.waiting.value.length} waiting` : '' }}. Sign in, and it is sent in your name.</span>
    <UButton class="ml-auto" size="lg" @click="toSignIn">Sign in</UButton>
  </p>
</template>
