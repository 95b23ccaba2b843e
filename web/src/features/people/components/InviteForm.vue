<script setup lang="ts">
import { ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { choicesOf } from '@/shared/labels/words'
import { usePeopleChanges, type Role } from '../api'
import { ROLE_MEANS, ROLES } from '../words'

/** Inviting somebody: a role, and then a link that is shown this once. */
const emit = defineEmits<{ made: [token: string, what: string] }>()
const { invite } = usePeopleChanges()
const { attempt, sentence } = useProblem()
const role = ref<Role[]>(['counter'])
const initials = ref('')

async function submit() {
  const wanted = role.value[0] ?? 'counter'
  const made = await attempt(() => invite.mutateAsync({ role: wanted, initials: initials.value }))
  if (!made) return
  emit('made', made.token, `to join as ${ROLES[wanted]}`)
  initials.value = ''
}
</script>

<template>
  <form class="form" @submit.prevent="submit">
    <ChipChoice v-model="role" label="Role" :choices="choicesOf(ROLES)" />
    <p class="quiet">{{ ROLE_MEANS[role[0] ?? 'counter'] }}</p>
    <v-text-field v-model="initials" label="Initials, if you know them" maxlength="6" />
    <div class="actions">
      <v-btn type="submit" color="primary" :loading="invite.isPending.value">Make invitation</v-btn>
    </div>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  </form>
</template>
