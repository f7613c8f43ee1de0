<script setup lang="ts">
defineProps<{ status: 'free' | 'let' | 'resting' }>()
</script>

<template>
  <span class="badge" :data-status="status">{{ status }}</span>
</template>
