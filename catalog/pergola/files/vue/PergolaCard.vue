<script setup lang="ts">
import { useId } from 'vue';

defineProps({
  heading: { type: String, required: true },
  // Where it stands among the headings of the page: 2 for <h2>.
  level: { type: Number, default: 2 },
});

const id = useId();
</script>

<template>
  <article class="pergola-card" :aria-labelledby="id">
    <component :is="`h${level}`" :id="id" class="pergola-card-heading">
      {{ heading }}
    </component>
    <slot />
    <footer v-if="$slots.footer" class="pergola-card-footer">
      <slot name="footer" />
    </footer>
  </article>
</template>
