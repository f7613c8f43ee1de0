<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Field from './Field.vue';
import Frame from './Frame.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame title="Forgotten password" :accounts="accounts">
    <p>Say which, and a link for a new one comes by mail.</p>
    <form method="post" :action="accounts.paths.forgotten">
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <Field
        id="email"
        label="Email"
        name="email"
        type="email"
        :value="accounts.email"
        required
        maxlength="254"
        autocomplete="username"
        focused
      />
      <button>Send the link</button>
    </form>
    <nav aria-label="Accounts"><a :href="accounts.paths.login">Sign in</a></nav>
  </Frame>
</template>
