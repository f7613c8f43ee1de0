<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Field from './Field.vue';
import Frame from './Frame.vue';

defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });
</script>

<template>
  <Frame title="Sign in" :accounts="accounts">
    <form method="post" :action="accounts.paths.login">
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
      <Field id="password" label="Password" name="password" type="password" required autocomplete="current-password" />
      <label class="beside"><input name="remember" value="1" type="checkbox" /> Keep me signed in here</label>
      <button>Sign in</button>
    </form>
    <nav aria-label="Accounts">
      <a :href="accounts.paths.forgotten">Forgotten your password?</a>
      <a :href="accounts.paths.register">Make an account</a>
    </nav>
  </Frame>
</template>
