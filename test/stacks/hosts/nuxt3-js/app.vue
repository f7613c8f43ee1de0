<script setup>
const stalls = ['Juice press', 'Old varieties'];
</script>

<template>
  <div>
    <h1>Apple day</h1>
    <p v-for="stall in stalls" :key="stall">{{ stall }}</p>
  </div>
</template>
