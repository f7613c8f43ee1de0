<script setup lang="ts">
import { Head } from '@inertiajs/vue3';
import type { PropType } from 'vue';
// {{sheet.import}}
import type { AccountsPage } from './accounts';

defineProps({
  title: { type: String, required: true },
  accounts: { type: Object as PropType<AccountsPage>, required: true },
});
</script>

<template>
  <Head :title="title" />
  <div class="{{look}}">
    <h1>{{ title }}</h1>
    <p v-if="accounts.problem && !accounts.field" id="problem" class="problem" role="alert">{{ accounts.problem }}</p>
    <p v-if="accounts.notice" class="notice" role="status">{{ accounts.notice }}</p>
    <slot />
  </div>
</template>
