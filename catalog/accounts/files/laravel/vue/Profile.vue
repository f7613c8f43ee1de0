<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Field from './Field.vue';
import Frame from './Frame.vue';
import NewPassword from './NewPassword.vue';

const props = defineProps({ accounts: { type: Object as PropType<AccountsPage>, required: true } });

const problemOf = (field: string) => (props.accounts.field === field ? props.accounts.problem : '');
</script>

<template>
  <Frame title="Your account" :accounts="accounts">
    <p>
      You are signed in as <strong>{{ accounts.email }}</strong>.
    </p>
    <form method="post" :action="accounts.paths.profile">
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <Field id="name" label="Name" name="name" :value="accounts.name" maxlength="200" autocomplete="name" />
      <button>Change the name</button>
    </form>
    <form method="post" :action="accounts.paths.address">
      <h2>Email</h2>
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <Field
        id="email"
        label="New email"
        :problem="problemOf('email')"
        :focused="accounts.field === 'email'"
        name="email"
        type="email"
        required
        maxlength="254"
        autocomplete="email"
      />
      <Field
        id="current-email"
        label="Current password"
        :problem="problemOf('current-email')"
        :focused="accounts.field === 'current-email'"
        name="current_password"
        type="password"
        required
        autocomplete="current-password"
      />
      <button>Change the email</button>
    </form>
    <form method="post" :action="accounts.paths.password">
      <h2>Password</h2>
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <Field
        id="current"
        label="Current password"
        :problem="problemOf('current')"
        :focused="accounts.field === 'current'"
        name="current_password"
        type="password"
        required
        autocomplete="current-password"
      />
      <NewPassword label="New password" :accounts="accounts" />
      <button>Change the password</button>
    </form>
    <form method="post" :action="accounts.paths.logout">
      <input type="hidden" name="_token" :value="accounts.csrf" />
      <button class="quiet">Sign out</button>
    </form>
    <details :open="accounts.field === 'known'">
      <summary>Delete the account</summary>
      <form method="post" :action="accounts.paths.delete">
        <p>It cannot be brought back.</p>
        <input type="hidden" name="_token" :value="accounts.csrf" />
        <Field
          id="known"
          label="Current password"
          :problem="problemOf('known')"
          :focused="accounts.field === 'known'"
          name="current_password"
          type="password"
          required
          autocomplete="current-password"
        />
        <button class="danger">Delete it for good</button>
      </form>
    </details>
  </Frame>
</template>
