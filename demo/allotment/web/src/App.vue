<script setup lang="ts">
import { computed, ref } from 'vue'
import SiteHeader, { type PageName } from '@/components/SiteHeader.vue'
import PlotsPage from '@/pages/PlotsPage.vue'
import SeedSwapPage from '@/pages/SeedSwapPage.vue'
import ToolShedPage from '@/pages/ToolShedPage.vue'
import WaitingListPage from '@/pages/WaitingListPage.vue'

const pages = { plots: PlotsPage, waiting: WaitingListPage, seeds: SeedSwapPage, tools: ToolShedPage }
const shown = ref<PageName>('plots')
const page = computed(() => pages[shown.value])
</script>

<template>
  <SiteHeader v-model="shown" />
  <main class="bed">
    <component :is="page" />
  </main>
</template>
