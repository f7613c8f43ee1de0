<script setup lang="ts">
import { computed, useId } from 'vue';

const props = defineProps({
  label: { type: String, required: true },
  hint: { type: String, default: '' },
  error: { type: String, default: '' },
});

const id = useId();
const described = computed(() =>
  [props.hint && `${id}-hint`, props.error && `${id}-error`].filter(Boolean),
);
// What the control in it has to be given.
const control = computed(() => ({
  id,
  'aria-invalid': props.error ? true : undefined,
  'aria-describedby': described.value.join(' ') || undefined,
}));
</script>

<template>
  <div class="pergola-field">
    <label class="pergola-label" :for="id">{{ label }}</label>
    <p v-if="hint" :id="`${id}-hint`" class="pergola-hint">{{ hint }}</p>
    <slot :control="control" />
    <p v-if="error" :id="`${id}-error`" class="pergola-error">{{ error }}</p>
  </div>
</template>
