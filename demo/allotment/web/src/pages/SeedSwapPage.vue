<script setup lang="ts">
const offers = [
  { seed: 'Runner bean', amount: '40 beans', wants: 'Lettuce' },
  { seed: 'Marigold', amount: '2 packets', wants: 'anything that climbs' },
]
</script>

<template>
  <h2>Seed swap</h2>
  <ul class="cards">
    <li v-for="offer in offers" :key="offer.seed" class="card">
      <strong>{{ offer.seed }}</strong>
      <span>{{ offer.amount }}</span>
      <em>wants {{ offer.wants }}</em>
    </li>
  </ul>
</template>
