<script setup lang="ts">
import type { PropType } from 'vue';
import PergolaButton from './PergolaButton.vue';

defineProps({
  heading: { type: String, required: true },
  tone: {
    type: String as PropType<'note' | 'good' | 'caution' | 'problem'>,
    default: 'note',
  },
  // It is read out at once, whatever else is being read.
  urgent: { type: Boolean, default: false },
  // With it there is a button, which emits "dismiss".
  dismissLabel: { type: String, default: '' },
});

const emit = defineEmits(['dismiss']);
</script>

<template>
  <div
    class="pergola-notice"
    :role="urgent ? 'alert' : 'status'"
    :data-tone="tone"
  >
    <div class="pergola-notice-text">
      <p class="pergola-notice-heading">{{ heading }}</p>
      <slot />
    </div>
    <PergolaButton
      v-if="dismissLabel"
      emphasis="quiet"
      @click="emit('dismiss')"
    >
      {{ dismissLabel }}
    </PergolaButton>
  </div>
</template>
