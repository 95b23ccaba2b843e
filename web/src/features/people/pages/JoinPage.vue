<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { postInvitation, type OpenInvitation } from '../api'
import JoinFields from '../components/JoinFields.vue'
import { useSession } from '../session'
import { ROLE_MEANS, ROLES } from '../words'

/** Where a one-time link leads. The token stands behind the #, so that it is in no server's log. */
useTitle(() => 'Join')
const router = useRouter()
const queries = useQueryClient()
const { accept } = useSession()
const { attempt, succeeds, at, foot, sentence } = useProblem()
const token = window.location.hash.slice(1)
const invitation = ref<OpenInvitation | null>(null)
const looked = ref(false)
const form = ref({ display_name: '', username: '', initials: '', password: '' })
const busy = ref(false)
const renewing = computed(() => Boolean(invitation.value?.username))

onMounted(async () => {
  const found = await attempt(() => postInvitation(token))
  looked.value = true
  if (!found) return
  invitation.value = found
  form.value.initials = found.initials
})

async function submit() {
  busy.value = true
  const body = renewing.value ? { token, password: form.value.password } : { token, ...form.value }
  const done = await succeeds(() => accept(body))
  busy.value = false
  if (!done) return
  queries.clear()
  await router.push('/')
}
</script>

<template>
  <main class="join">
    <h1>{{ renewing ? 'A new password' : 'Join Awake Furrow' }}</h1>
    <p v-if="looked && !invitation" class="notice bad" role="alert">{{ sentence }}</p>
    <form v-if="invitation" @submit.prevent="submit">
      <p v-if="renewing">For {{ invitation.username }}. Saving it signs out every other device.</p>
      <p v-else>
        {{ invitation.by }} invites you as <strong>{{ ROLES[invitation.role] }}</strong>:
        {{ ROLE_MEANS[invitation.role] }}.
      </p>
      <p class="quiet">This link works once, until {{ moment(invitation.expires_at) }}.</p>
      <JoinFields v-model="form" :at="at" :password-only="renewing" />
      <p v-if="foot('/display_name', '/username', '/initials', '/password')" class="notice bad" role="alert">
        {{ foot('/display_name', '/username', '/initials', '/password') }}
      </p>
      <v-btn type="submit" color="primary" :loading="busy">{{ renewing ? 'Save and sign in' : 'Join' }}</v-btn>
    </form>
    <p><RouterLink to="/sign-in">Sign in</RouterLink></p>
  </main>
</template>

<style scoped>
.join {
  max-width: 440px;
  margin: 0 auto;
  padding: 9vh 20px 40px;
}

h1 {
  color: var(--leaf);
}

form {
  display: grid;
  gap: 16px;
  margin: 20px 0 28px;
}
</style>
