<script setup lang="ts">
import { reactive } from 'vue'

const tools = reactive([
  { name: 'Wheelbarrow', out: false },
  { name: 'Rotavator', out: true },
  { name: 'Long ladder', out: false },
])
</script>

<template>
  <h2>Tool shed</h2>
  <ul class="cards">
    <li v-for="tool in tools" :key="tool.name" class="card">
      <strong>{{ tool.name }}</strong>
      <button @click="tool.out = !tool.out">{{ tool.out ? 'Bring back' : 'Take out' }}</button>
    </li>
  </ul>
</template>
