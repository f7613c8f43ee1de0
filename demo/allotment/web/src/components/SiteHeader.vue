<script lang="ts">
export type PageName = 'plots' | 'waiting' | 'seeds' | 'tools'
</script>

<script setup lang="ts">
const shown = defineModel<PageName>({ required: true })

const entries: { name: PageName; title: string }[] = [
  { name: 'plots', title: 'Plots' },
  { name: 'waiting', title: 'Waiting list' },
  { name: 'seeds', title: 'Seed swap' },
  { name: 'tools', title: 'Tool shed' },
]
</script>

<template>
  <header class="site-header">
    <h1>Allotment society</h1>
    <nav>
      <button v-for="entry in entries" :key="entry.name" :aria-current="entry.name === shown" @click="shown = entry.name">
        {{ entry.title }}
      </button>
    </nav>
  </header>
</template>
