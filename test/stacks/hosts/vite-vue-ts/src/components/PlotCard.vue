<script setup lang="ts">
defineProps<{ number: number; tenant: string }>()
</script>

<template>
  <p class="plot">Plot {{ number }}: {{ tenant }}</p>
</template>
