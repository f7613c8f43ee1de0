<script setup lang="ts">
import { ref } from 'vue'
import PlotCard from './components/PlotCard.vue'

const plots = ref([
  { number: 7, tenant: 'free' },
  { number: 12, tenant: 'taken' },
])
</script>

<template>
  <h1>Plots</h1>
  <PlotCard v-for="plot in plots" :key="plot.number" :number="plot.number" :tenant="plot.tenant" />
</template>
