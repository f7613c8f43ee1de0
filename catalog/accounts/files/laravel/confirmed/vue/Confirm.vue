<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Field from './Field.vue';
import Frame from './Frame.vue';
import NewPassword from './NewPassword.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame title="Choose a password" :accounts="accounts">
    <form method="post" :action="accounts.paths.confirm">
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <input type="hidden" name="token" :value="accounts.token" />
      <Field id="email" label="Email" type="email" :value="accounts.email" readonly autocomplete="username" />
      <NewPassword label="Password" :accounts="accounts" focused />
      <button>Make my account</button>
    </form>
  </Frame>
</template>
