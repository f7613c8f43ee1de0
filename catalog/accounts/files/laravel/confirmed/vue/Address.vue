<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Frame from './Frame.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame title="Your new address" :accounts="accounts">
    <form method="post" :action="accounts.paths.moving">
      <p>
        Your account will be under <strong>{{ accounts.email }}</strong>.
      </p>
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <input type="hidden" name="token" :value="accounts.token" />
      <button>Take this address</button>
    </form>
    <nav aria-label="Accounts"><a :href="accounts.paths.profile">Leave it as it is</a></nav>
  </Frame>
</template>
