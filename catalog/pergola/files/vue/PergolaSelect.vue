<script setup lang="ts">
import { computed, useId, type PropType } from 'vue';

interface SelectOption {
  value: string;
  label: string;
  disabled?: boolean;
}

defineOptions({ inheritAttrs: false });

const props = defineProps({
  label: { type: String, required: true },
  options: { type: Array as PropType<SelectOption[]>, required: true },
  hint: { type: String, default: '' },
  error: { type: String, default: '' },
  // What stands there while nothing is chosen; without it the first option is.
  emptyLabel: { type: String, default: '' },
});

const value = defineModel({ type: String, default: '' });

const id = useId();
const describedBy = computed(() => {
  const ids = [props.hint && `${id}-hint`, props.error && `${id}-error`].filter(
    Boolean,
  );
  return ids.length > 0 ? ids.join(' ') : undefined;
});
</script>

<template>
  <div class="pergola-field">
    <label class="pergola-label" :for="id">{{ label }}</label>
    <p v-if="hint" :id="`${id}-hint`" class="pergola-hint">{{ hint }}</p>
    <select
      v-bind="$attrs"
      :id="id"
      v-model="value"
      class="pergola-input"
      :aria-invalid="error ? true : undefined"
      :aria-describedby="describedBy"
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
    <p v-if="error" :id="`${id}-error`" class="pergola-error">{{ error }}</p>
  </div>
</template>
