<script setup lang="ts">
import { computed } from 'vue'
import { moment } from '@/shared/format/dates'
import { choicesOf } from '@/shared/labels/words'
import type { Account, Role } from '../api'
import { ROLES } from '../words'

/** One person in the lead's list, with what can be done about them. */
const props = defineProps<{ person: Account; self: boolean }>()
const emit = defineEmits<{ role: [role: Role]; active: [active: boolean]; signOut: []; password: [] }>()
const role = computed({ get: () => props.person.role, set: (wanted) => emit('role', wanted) })
const seen = computed(() => {
  const { username, last_login: last, is_active: active } = props.person
  if (!active) return `${username}, may not sign in`
  return last ? `${username}, last seen ${moment(last)}` : `${username}, never signed in`
})
</script>

<template>
  <li :class="{ gone: !person.is_active }">
    <span class="who">
      <strong>{{ person.initials }}</strong> {{ person.display_name || person.username }}
      <span class="quiet">{{ seen }}</span>
    </span>
    <v-select
      v-if="person.is_active"
      v-model="role"
      :items="choicesOf(ROLES)"
      :label="`Role of ${person.initials}`"
      density="compact"
      hide-details
    />
    <span class="do">
      <template v-if="person.is_active">
        <button type="button" class="text-link" @click="emit('password')">Link to a new password</button>
        <button type="button" class="text-link" @click="emit('signOut')">Sign out everywhere</button>
        <button v-if="!self" type="button" class="text-link" @click="emit('active', false)">Remove access</button>
      </template>
      <button v-else type="button" class="text-link" @click="emit('active', true)">Restore access</button>
    </span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: minmax(200px, 1.2fr) 150px minmax(220px, 1.6fr);
  gap: 16px;
  align-items: center;
  min-height: 60px;
  border-bottom: 1px solid var(--line-soft);
}

.who .quiet {
  display: block;
  margin: 0;
  padding: 0;
}

.gone strong {
  text-decoration: line-through;
}

.do {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}

@media (max-width: 700px) {
  li {
    grid-template-columns: 1fr;
    gap: 6px;
    padding: 10px 0;
  }
}
</style>
