<script setup lang="ts">
import type { PropType } from 'vue';
import PergolaLabelled from './PergolaLabelled.vue';

interface SelectOption {
  value: string;
  label: string;
  disabled?: boolean;
}

defineOptions({ inheritAttrs: false });

defineProps({
  label: { type: String, required: true },
  options: { type: Array as PropType<SelectOption[]>, required: true },
  hint: { type: String, default: '' },
  error: { type: String, default: '' },
  // What stands there while nothing is chosen; without it the first option is.
  emptyLabel: { type: String, default: '' },
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
    <select
      v-bind="{ ...$attrs, ...control }"
      v-model="value"
      class="pergola-input"
    >
      <option v-if="emptyLabel" value="">{{ emptyLabel }}</option>
      <option
        v-for="option in options"
        :key="option.value"
        :value="option.value"
        :disabled="option.disabled"
      >
        {{ option.label }}
      </option>
    </select>
  </PergolaLabelled>
</template>
