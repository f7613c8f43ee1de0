<script setup lang="ts">
import { ref } from 'vue'

const waiting = ref([
  { place: 1, since: '2025-03', wish: 'a sunny plot' },
  { place: 2, since: '2025-09', wish: 'near the well' },
])
</script>

<template>
  <h2>Waiting list</h2>
  <p v-if="waiting.length === 0">Nobody waits; come and dig.</p>
  <ol v-else class="queue">
    <li v-for="entry in waiting" :key="entry.place">since {{ entry.since }}: {{ entry.wish }}</li>
  </ol>
</template>
