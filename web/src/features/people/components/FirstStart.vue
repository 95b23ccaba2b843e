<script setup lang="ts">
import { ref } from 'vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useSession } from '../session'
import JoinFields from './JoinFields.vue'

/** The first start of an empty installation: whoever comes first is the lead. */
const emit = defineEmits<{ done: [] }>()
const { join } = useSession()
const { succeeds, at, foot } = useProblem()
const form = ref({ display_name: '', username: '', initials: '', password: '' })
const busy = ref(false)

async function submit() {
  busy.value = true
  const done = await succeeds(() => join(form.value))
  busy.value = false
  if (done) emit('done')
}
</script>

<template>
  <form @submit.prevent="submit">
    <h2>Set up your nursery</h2>
    <p>You will be its <strong>lead</strong>: you can invite others and manage backups.</p>
    <JoinFields v-model="form" :at="at" />
    <p v-if="foot('/display_name', '/username', '/initials', '/password')" class="notice bad" role="alert">
      {{ foot('/display_name', '/username', '/initials', '/password') }}
    </p>
    <v-btn type="submit" color="primary" :loading="busy">Set up nursery</v-btn>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 16px;
  margin-top: 28px;
}
</style>
