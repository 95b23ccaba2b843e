<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import FirstStart from '../components/FirstStart.vue'
import { useSession } from '../session'

useTitle(() => 'Sign in')
const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const { signIn, firstStart } = useSession()
const { succeeds, at, sentence } = useProblem()
const username = ref('')
const password = ref('')
const busy = ref(false)

const sample = {
  steps: [{ texture: 'chill' as const, words: '8 weeks cold', startDay: -56, endDay: 0 }],
  course: [0, 3, 6, 8, 10, 12, 15, 18, 22].map((day, i) => ({
    day,
    share: [0, 0, 0.04, 0.2, 0.44, 0.6, 0.7, 0.75, 0.77][i] ?? 0,
  })),
  lookDays: [3, 6, 8, 10, 12, 15, 18, 22],
  todayDay: 22,
  endDay: 40,
}

async function submit() {
  busy.value = true
  const done = await succeeds(() => signIn(username.value, password.value))
  busy.value = false
  if (done) await enter()
}

async function enter() {
  queries.clear()
  const next = typeof route.query.next === 'string' && route.query.next.startsWith('/') ? route.query.next : '/'
  await router.push(next)
}
</script>

<template>
  <main class="sign-in">
    <h1><img src="/mark.svg" alt="" width="44" height="33" /> Awake Furrow</h1>
    <p class="sentence">Find out which treatment germinates how much of your seed, and how fast.</p>
    <FurrowDrawing
      :furrow="sample"
      :domain="[-58, 42]"
      label="Example: eight weeks of cold, then three in four germinate"
    />
    <FirstStart v-if="firstStart" @done="enter" />
    <form v-else @submit.prevent="submit">
      <v-text-field
        v-model="username"
        label="Username"
        autocomplete="username"
        autofocus
        :error-messages="at('/username')"
      />
      <v-text-field
        v-model="password"
        label="Password"
        type="password"
        autocomplete="current-password"
        :error-messages="at('/password')"
      />
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <v-btn type="submit" color="primary" :loading="busy">Sign in</v-btn>
    </form>
  </main>
</template>

<style scoped>
.sign-in {
  max-width: 440px;
  margin: 0 auto;
  padding: 9vh 20px 40px;
}

h1 {
  display: flex;
  align-items: center;
  gap: 14px;
  color: var(--leaf);
  font-size: 2rem;
}

form {
  display: grid;
  gap: 16px;
  margin-top: 28px;
}
</style>
