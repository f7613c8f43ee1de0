<script setup lang="ts">
import { nextTick, ref, useId, type PropType } from 'vue';

interface MenuItem {
  label: string;
  href?: string;
  disabled?: boolean;
}

const props = defineProps({
  label: { type: String, required: true },
  items: { type: Array as PropType<MenuItem[]>, required: true },
});

const emit = defineEmits(['choose']);

const id = useId();
const isOpen = ref(false);
const around = ref<HTMLElement>();
const opener = ref<HTMLButtonElement>();

function entries(): HTMLElement[] {
  return Array.from(
    around.value?.querySelectorAll<HTMLElement>('[role="menuitem"]') ?? [],
  );
}

async function open(at: 'first' | 'last') {
  isOpen.value = true;
  await nextTick();
  const all = entries();
  all[at === 'first' ? 0 : all.length - 1]?.focus();
}

function close(giveFocus: boolean) {
  isOpen.value = false;
  if (giveFocus) opener.value?.focus();
}

function choose(item: MenuItem, event: Event) {
  if (item.disabled) {
    event.preventDefault();
    return;
  }
  emit('choose', item);
  close(true);
}

function startOn(event: KeyboardEvent) {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  event.preventDefault();
  void open(event.key === 'ArrowDown' ? 'first' : 'last');
}

// Keys as the pattern "Menu Button" has them (WAI-ARIA Authoring Practices).
function move(event: KeyboardEvent) {
  const all = entries();
  const here = all.indexOf(document.activeElement as HTMLElement);
  const count = all.length;
  let next = -1;
  if (event.key === 'ArrowDown') next = (here + 1) % count;
  else if (event.key === 'ArrowUp') next = (here - 1 + count) % count;
  else if (event.key === 'Home') next = 0;
  else if (event.key === 'End') next = count - 1;
  else if (event.key === 'Escape') close(true);
  else if (event.key === 'Tab') return close(false);
  else if (event.key.length === 1 && event.key !== ' ') {
    const letter = event.key.toLowerCase();
    const order = props.items.map((_, one) => (here + 1 + one) % count);
    next =
      order.find((one) =>
        props.items[one]?.label.toLowerCase().startsWith(letter),
      ) ?? -1;
  } else return;
  event.preventDefault();
  all[next]?.focus();
}

function leave(event: FocusEvent) {
  if (!around.value?.contains(event.relatedTarget as Node | null)) close(false);
}
</script>

<template>
  <div ref="around" class="pergola-menu" @focusout="leave">
    <button
      :id="`${id}-opener`"
      ref="opener"
      type="button"
      class="pergola-button"
      aria-haspopup="menu"
      :aria-expanded="isOpen"
      :aria-controls="`${id}-list`"
      @click="isOpen ? close(true) : open('first')"
      @keydown="startOn"
    >
      {{ label }}
    </button>
    <ul
      :id="`${id}-list`"
      role="menu"
      class="pergola-menu-list"
      :aria-labelledby="`${id}-opener`"
      :hidden="!isOpen"
      @keydown="move"
    >
      <li v-for="item in items" :key="item.label" role="none">
        <component
          :is="item.href && !item.disabled ? 'a' : 'button'"
          role="menuitem"
          tabindex="-1"
          class="pergola-menu-item"
          :type="item.href && !item.disabled ? undefined : 'button'"
          :href="item.disabled ? undefined : item.href"
          :aria-disabled="item.disabled || undefined"
          @click="choose(item, $event)"
        >
          {{ item.label }}
        </component>
      </li>
    </ul>
  </div>
</template>
