<script setup lang="ts">
/** Seconds left are said at 10, 5, 0 and when late, for who listens; the voice, when it is on, reads the next order too. */
const press = usePress()
const voice = useVoice()
const said = ref('')
let last = ''
watch(() => [press.pressing?.at, Math.ceil(press.leftS), press.over] as const, () => {
  const words = press.step ? spokenAt(press.step.kind, press.leftS, press.over) : ''
  if (!words || `${press.pressing?.at} ${words}` === last) return
  last = `${press.pressing?.at} ${words}`
  said.value = words
  voice.say(words)
})
watch(() => press.order, (order) => { if (order) voice.say(order) })
useShortcuts({ voice: voice.toggle })
</script>

<template>
  <p class="sr-only" aria-live="assertive" data-test="said">{{ said }}</p>
</template>
