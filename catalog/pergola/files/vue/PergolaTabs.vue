<script setup lang="ts">
import { computed, ref, useId, type PropType } from 'vue';

interface Tab {
  // Also the name of the slot with its panel.
  key: string;
  label: string;
}

const props = defineProps({
  label: { type: String, required: true },
  tabs: { type: Array as PropType<Tab[]>, required: true },
});

const chosen = defineModel({ type: String, default: '' });

const id = useId();
const list = ref<HTMLElement>();
const selected = computed(
  () => props.tabs.find((tab) => tab.key === chosen.value) ?? props.tabs[0],
);

// Keys as the pattern "Tabs" has them (WAI-ARIA Authoring Practices).
function move(event: KeyboardEvent) {
  const count = props.tabs.length;
  const here = props.tabs.findIndex((tab) => tab === selected.value);
  let next: number;
  if (event.key === 'ArrowRight') next = (here + 1) % count;
  else if (event.key === 'ArrowLeft') next = (here - 1 + count) % count;
  else if (event.key === 'Home') next = 0;
  else if (event.key === 'End') next = count - 1;
  else return;
  event.preventDefault();
  chosen.value = props.tabs[next]?.key ?? '';
  list.value?.querySelectorAll<HTMLElement>('[role="tab"]')[next]?.focus();
}
</script>

<template>
  <div>
    <div
      ref="list"
      role="tablist"
      class="pergola-tab-list"
      :aria-label="label"
      @keydown="move"
    >
      <button
        v-for="tab in tabs"
        :id="`${id}-tab-${tab.key}`"
        :key="tab.key"
        type="button"
        role="tab"
        class="pergola-tab"
        :aria-selected="tab === selected"
        :aria-controls="`${id}-panel-${tab.key}`"
        :tabindex="tab === selected ? 0 : -1"
        @click="chosen = tab.key"
      >
        {{ tab.label }}
      </button>
    </div>
    <div
      v-for="tab in tabs"
      :id="`${id}-panel-${tab.key}`"
      :key="tab.key"
      role="tabpanel"
      class="pergola-panel"
      tabindex="0"
      :aria-labelledby="`${id}-tab-${tab.key}`"
      :hidden="tab !== selected"
    >
      <slot :name="tab.key" />
    </div>
  </div>
</template>
