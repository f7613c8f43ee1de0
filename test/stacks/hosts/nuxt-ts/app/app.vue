<script setup lang="ts">
const crops = ['Beans', 'Kale']
</script>

<template>
  <main>
    <h1>Harvest diary</h1>
    <p v-for="crop in crops" :key="crop">{{ crop }}</p>
  </main>
</template>
