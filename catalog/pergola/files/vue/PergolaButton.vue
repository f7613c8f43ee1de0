<script setup lang="ts">
import type { PropType } from 'vue';

const props = defineProps({
  type: {
    type: String as PropType<'button' | 'submit' | 'reset'>,
    default: 'button',
  },
  emphasis: {
    type: String as PropType<'strong' | 'plain' | 'quiet'>,
    default: 'plain',
  },
  // It is at work: it says so, keeps the focus, and takes no further clicks.
  busy: { type: Boolean, default: false },
});

function stopWhileBusy(event: Event) {
  if (!props.busy) return;
  event.preventDefault();
  event.stopImmediatePropagation();
}
</script>

<template>
  <button
    class="pergola-button"
    :type="type"
    :data-emphasis="emphasis"
    :aria-busy="busy || undefined"
    :aria-disabled="busy || undefined"
    @click.capture="stopWhileBusy"
  >
    <slot />
  </button>
</template>
