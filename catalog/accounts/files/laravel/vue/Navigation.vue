<script setup lang="ts">
import { Link } from '@inertiajs/vue3';
import type { PropType } from 'vue';

defineProps({ user: { type: Object as PropType<{ name?: string; email: string } | null>, default: null } });
</script>

<template>
  <template v-if="user">
    <a href="{{profile}}">{{ user.name || user.email }}</a>
    <Link href="{{logout}}" method="post" as="button">Sign out</Link>
  </template>
  <template v-else>
    <a href="{{login}}">Sign in</a>
    <a href="{{register}}">Make an account</a>
  </template>
</template>
