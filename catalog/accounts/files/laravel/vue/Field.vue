<script setup lang="ts">
import { vFocus } from './accounts';

defineOptions({ inheritAttrs: false });

defineProps({
  id: { type: String, required: true },
  label: { type: String, required: true },
  hint: { type: String, default: '' },
  problem: { type: String as () => string | null, default: '' },
  focused: { type: Boolean, default: false },
});
</script>

<template>
  <label :for="id">{{ label }}</label>
  <input
    :id="id"
    v-focus="focused"
    v-bind="$attrs"
    :aria-describedby="[hint && `${id}-rule`, problem && `${id}-problem`].filter(Boolean).join(' ') || undefined"
    :aria-invalid="problem ? true : undefined"
  />
  <p v-if="problem" :id="`${id}-problem`" class="problem" role="alert">{{ problem }}</p>
  <small v-if="hint" :id="`${id}-rule`">{{ hint }}</small>
</template>
