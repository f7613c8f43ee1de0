<script setup lang="ts">
import { onMounted, ref, useId, watch } from 'vue';
import PergolaButton from './PergolaButton.vue';

const props = defineProps({
  open: { type: Boolean, default: false },
  heading: { type: String, required: true },
  closeLabel: { type: String, default: 'Close' },
});

const emit = defineEmits(['update:open']);

const id = useId();
const dialog = ref<HTMLDialogElement>();

function show() {
  // The browser keeps the focus inside, and gives it back when it closes.
  if (props.open && !dialog.value?.open) dialog.value?.showModal();
  if (!props.open && dialog.value?.open) dialog.value.close();
}

onMounted(show);
watch(() => props.open, show);
</script>

<template>
  <dialog
    ref="dialog"
    class="pergola-dialog"
    :aria-labelledby="id"
    @close="emit('update:open', false)"
  >
    <h2 :id="id" class="pergola-dialog-heading">{{ heading }}</h2>
    <slot />
    <footer class="pergola-dialog-footer">
      <PergolaButton @click="emit('update:open', false)">
        {{ closeLabel }}
      </PergolaButton>
      <slot name="footer" />
    </footer>
  </dialog>
</template>
