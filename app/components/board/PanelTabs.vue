<script setup lang="ts" generic="K extends string">
import { TabsContent, TabsList, TabsRoot, TabsTrigger } from 'reka-ui'

/** Views of one page: arrows go from tab to tab, the view is below them. */
const { tabs, label, bold = false } = defineProps<{
  /** One that is seldom needed stands behind *More* until it is open. */
  tabs: readonly { key: K, name: string, shown?: string, seldom?: boolean, large?: boolean }[]
  label: string
  /** Set as blocks instead of a line. */
  bold?: boolean
}>()
const tab = defineModel<K>({ required: true })
const isPhone = useIsPhone()
const all = ref(false)
const shownTabs = computed(() => tabs.filter(t => !t.seldom || all.value || t.key === tab.value))
const shape = (on: boolean) => bold
  ? ['min-h-12 px-4 text-lg', on ? 'bg-ink text-paper font-semibold' : 'slip hover:bg-seam/20']
  : [
      'min-h-9 border-b-4 px-5 text-lg max-[1000px]:px-2.5 max-[1000px]:text-base',
      on ? 'border-mark font-bold' : 'border-transparent hover:bg-seam/20',
    ]
</script>

<template>
  <TabsRoot :model-value="tab" class="flex min-h-0 flex-1 flex-col" @update:model-value="v => (tab = v as K)">
    <div class="flex max-[700px]:overflow-x-auto" :class="bold ? 'mb-4' : 'border-b border-seam'">
      <TabsList :aria-label="label" class="flex" :class="bold ? 'flex-wrap gap-2' : 'flex-wrap gap-x-1 max-[700px]:flex-nowrap'">
        <TabsTrigger v-for="t in shownTabs" :key="t.key" :value="t.key" class="max-[700px]:shrink-0" :class="shape(tab === t.key)">
          {{ $say(t.name) }} <slot name="more" :tab="t" />
          <kbd v-if="t.shown" class="ml-1 text-[12px] font-normal opacity-70 max-[700px]:hidden" aria-hidden="true">{{ t.shown }}</kbd>
        </TabsTrigger>
      </TabsList>
      <button v-if="shownTabs.length < tabs.length" type="button" class="text-muted-ink" :class="shape(false)" data-test="more-tabs"
        @click="() => { all = true }">More</button>
    </div>
    <TabsContent :key="tab" :value="tab" :tabindex="-1" class="flex min-h-0 flex-1 flex-col pt-1.5">
      <p v-if="isPhone && tabs.find(t => t.key === tab)?.large" class="px-4 text-[15px] text-muted-ink">
        Easier to work on with a larger screen.</p>
      <slot /></TabsContent>
  </TabsRoot>
</template>
