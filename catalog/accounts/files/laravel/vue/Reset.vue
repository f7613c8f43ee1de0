<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Frame from './Frame.vue';
import NewPassword from './NewPassword.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame title="A new password" :accounts="accounts">
    <form method="post" :action="accounts.paths.reset">
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <input type="hidden" name="token" :value="accounts.token" />
      <NewPassword label="New password" :accounts="accounts" focused />
      <button>Change the password</button>
    </form>
  </Frame>
</template>
