<template>
  <p>{{ crop.name }}: {{ crop.weight }} kg</p>
</template>

<script>
export default {
  props: { crop: { type: Object, required: true } },
}
</script>
