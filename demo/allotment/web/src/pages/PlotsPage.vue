<script setup lang="ts">
import { computed, ref } from 'vue'
import StatusBadge from '@/components/StatusBadge.vue'
import { plots } from '@/data/plots'

const onlyFree = ref(false)
const listed = computed(() => plots.filter((plot) => !onlyFree.value || plot.status === 'free'))
</script>

<template>
  <h2>Plots</h2>
  <label><input v-model="onlyFree" type="checkbox"> only free ones</label>
  <table class="ledger">
    <thead>
      <tr><th>Plot</th><th>Size</th><th>Soil</th><th>State</th></tr>
    </thead>
    <tbody>
      <tr v-for="plot in listed" :key="plot.number">
        <td>{{ plot.number }}</td>
        <td>{{ plot.squareMetres }} m²</td>
        <td>{{ plot.soil }}</td>
        <td><StatusBadge :status="plot.status" /></td>
      </tr>
    </tbody>
  </table>
</template>
