<script setup lang="ts">
import { computed, useId } from 'vue';

defineOptions({ inheritAttrs: false });

const props = defineProps({
  label: { type: String, required: true },
  hint: { type: String, default: '' },
  error: { type: String, default: '' },
  type: { type: String, default: 'text' },
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
    <input
      v-bind="$attrs"
      :id="id"
      v-model="value"
      class="pergola-input"
      :type="type"
      :aria-invalid="error ? true : undefined"
      :aria-describedby="describedBy"
    />
    <p v-if="error" :id="`${id}-error`" class="pergola-error">{{ error }}</p>
  </div>
</template>
