<script setup lang="ts">
/** A name to sign in with, initials for the records, and a password. */
defineProps<{ at: (pointer: string) => string[]; passwordOnly?: boolean }>()
const form = defineModel<{ username: string; initials: string; password: string }>({ required: true })
</script>

<template>
  <v-text-field
    v-if="!passwordOnly"
    v-model="form.username"
    label="Username"
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
    hint="At least 10 characters, hard to guess. Four random words are easy to remember."
    persistent-hint
    :error-messages="at('/password')"
  />
</template>
