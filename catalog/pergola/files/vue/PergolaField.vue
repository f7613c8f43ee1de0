<script setup lang="ts">
import PergolaLabelled from './PergolaLabelled.vue';

defineOptions({ inheritAttrs: false });

defineProps({
  label: { type: String, required: true },
  hint: { type: String, default: '' },
  error: { type: String, default: '' },
  type: { type: String, default: 'text' },
});

const value = defineModel({ type: String, default: '' });
</script>

<template>
  <PergolaLabelled
    v-slot="{ control }"
    :label="label"
    :hint="hint"
    :error="error"
  >
    <input
      v-bind="{ ...$attrs, ...control }"
      v-model="value"
      class="pergola-input"
      :type="type"
    />
  </PergolaLabelled>
</template>
