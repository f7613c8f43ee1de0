<script setup lang="ts">
import type { PropType } from 'vue';
import type { AccountsPage } from './accounts';
import Field from './Field.vue';

defineProps({
  label: { type: String, required: true },
  accounts: { type: Object as PropType<AccountsPage>, required: true },
  focused: { type: Boolean, default: false },
});
</script>

<template>
  <Field
    id="password"
    :label="label"
    hint="At least 8 characters. Several words are good."
    :problem="accounts.field === 'password' ? accounts.problem : ''"
    :focused="focused || accounts.field === 'password'"
    name="password"
    type="password"
    required
    minlength="8"
    maxlength="128"
    autocomplete="new-password"
  />
</template>
