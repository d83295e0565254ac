<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import QRCode from 'qrcode'

/** A code that pairs one tablet or phone with the board: to be photographed, or typed. */
const shown = ref<{ code: string, until: string } | null>(null)
const picture = ref('')
const problem = ref<string | null>(null)
const nowMs = ref(Date.now())
useIntervalFn(() => { nowMs.value = Date.now() }, 1000)
const leftS = computed(() => (shown.value ? Math.max(0, Math.ceil((Date.parse(shown.value.until) - nowMs.value) / 1000)) : 0))
const left = computed(() => `${Math.floor(leftS.value / 60)}:${String(leftS.value % 60).padStart(2, '0')}`)
/** From a loopback address no other device finds its way here. */
const isAlone = computed(() => ['127.0.0.1', 'localhost', '[::1]'].includes(location.hostname))

async function show(): Promise<void> {
  problem.value = null
  try {
    const given = await $fetch<{ code: string, until: string }>('/api/devices/codes', { method: 'POST', body: {} })
    picture.value = await QRCode.toDataURL(`${location.origin}/sign-in#pair=${given.code}`, { margin: 2, width: 260 })
    shown.value = given
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
</script>

<template>
  <section aria-label="Pair a device">
    <h2 class="text-2xl font-semibold">Pair a device</h2>
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <div v-if="shown && leftS > 0" class="mt-2 flex flex-wrap items-center gap-5">
      <img :src="picture" width="200" height="200" alt="The address of this board with the code, as a picture to be photographed">
      <div>
        <p class="text-3xl font-semibold tracking-widest" data-test="code">{{ shown.code }}</p>
        <p class="mt-1 text-lg" role="timer">good for {{ left }}, for one device</p>
        <UButton class="mt-2" size="lg" variant="outline" color="neutral" @click="show">Show a new code</UButton>
        <p class="mt-2 max-w-sm">Point the camera of the tablet or phone at it, or open the board there and choose “Pair this device
          with a code”.</p>
      </div>
    </div>
    <template v-else>
      <p class="mt-1 max-w-lg">A tablet over the pressing board: people take over on it by a PIN.</p>
      <UButton class="mt-3" size="lg" icon="i-lucide-qr-code" @click="show">Show a code</UButton>
    </template>
    <p v-if="isAlone" class="mt-3 max-w-lg border-l-4 border-mark pl-3">This board is opened on its own machine. For other devices start it
      with <code>npm start -- --house</code>, and open it here at the address that is printed.</p>
  </section>
</template>
