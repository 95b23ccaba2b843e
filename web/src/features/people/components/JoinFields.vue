<script setup lang="ts">
/** A name to sign in with, initials for the records, and a password. */
defineProps<{ at: (pointer: string) => string[]; passwordOnly?: boolean }>()
const form = defineModel<{ username: string; initials: string; password: string }>({ required: true })
</script>

<template>
  <v-text-field
    v-if="!passwordOnly"
    v-model="form.username"
    label="Name to sign in with"
    autocomplete="username"
    :error-messages="at('/username')"
  />
  <v-text-field
    v-if="!passwordOnly"
    v-model="form.initials"
    label="Initials, for the records"
    maxlength="6"
    :error-messages="at('/initials')"
  />
  <v-text-field
    v-model="form.password"
    label="Password"
    type="password"
    autocomplete="new-password"
    hint="10 characters or more, nothing that others would guess. Four words in a row are easy to keep in mind."
    persistent-hint
    :error-messages="at('/password')"
  />
</template>
