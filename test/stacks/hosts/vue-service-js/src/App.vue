<template>
  <main class="board">
    <h1>Harvest board</h1>
    <crop-row v-for="crop in crops" :key="crop.name" :crop="crop" />
  </main>
</template>

<script>
import CropRow from '@/components/CropRow.vue'

export default {
  name: 'App',
  components: { CropRow },
  data: () => ({
    crops: [
      { name: 'Beans', weight: 12 },
      { name: 'Pumpkins', weight: 31 },
    ],
  }),
}
</script>
