<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Field from './Field.vue';
import Frame from './Frame.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame title="Make an account" :accounts="accounts">
    <form method="post" :action="accounts.paths.register">
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <Field
        id="name"
        label="Name"
        name="name"
        :value="accounts.name"
        maxlength="200"
        autocomplete="name"
        :focused="!accounts.field"
      />
      <Field
        id="email"
        label="Email"
        hint="A link is sent to it: there you choose a password."
        :problem="accounts.field === 'email' ? accounts.problem : ''"
        :focused="accounts.field === 'email'"
        name="email"
        type="email"
        :value="accounts.email"
        required
        maxlength="254"
        autocomplete="username"
      />
      <button>Send me the link</button>
    </form>
    <nav aria-label="Accounts"><a :href="accounts.paths.login">I have an account</a></nav>
  </Frame>
</template>
