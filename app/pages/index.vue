<script setup lang="ts">
definePageMeta({ redirect: '/cloth' })
</script>

<template>
  <div />
</template>
