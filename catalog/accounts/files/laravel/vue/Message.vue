<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Frame from './Frame.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame :title="accounts.title" :accounts="accounts">
    <p>{{ accounts.message }}</p>
    <nav aria-label="Accounts"><a :href="accounts.paths.login">Sign in</a></nav>
  </Frame>
</template>
