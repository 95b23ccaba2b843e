<script setup lang="ts">
import { ref, watch } from 'vue'
import { initialsOf, usernameOf } from '../logic/names'

/** Name, username, initials and a password. Username and initials follow the name until somebody types their own. */
defineProps<{ at: (pointer: string) => string[]; passwordOnly?: boolean }>()
const form = defineModel<{ display_name: string; username: string; initials: string; password: string }>({
  required: true,
})
const own = ref({ username: form.value.username !== '', initials: form.value.initials !== '' })

watch(
  () => form.value.display_name,
  (name) => {
    if (!own.value.username) form.value.username = usernameOf(name)
    if (!own.value.initials) form.value.initials = initialsOf(name)
  },
)
</script>

<template>
  <template v-if="!passwordOnly">
    <v-text-field
      v-model="form.display_name"
      label="Your name"
      placeholder="Rosa Keller"
      autocomplete="name"
      maxlength="60"
      :error-messages="at('/display_name')"
    />
    <v-text-field
      v-model="form.username"
      label="Username"
      hint="You sign in with it."
      persistent-hint
      autocomplete="username"
      maxlength="40"
      :error-messages="at('/username')"
      @update:model-value="own.username = true"
    />
    <v-text-field
      v-model="form.initials"
      label="Initials"
      hint="The records show them."
      persistent-hint
      maxlength="6"
      :error-messages="at('/initials')"
      @update:model-value="own.initials = true"
    />
  </template>
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
