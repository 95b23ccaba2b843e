<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, moment } from '@/shared/format/dates'
import { useApiTokens, useTokenChanges } from '../api'
import ShownOnce from '../components/ShownOnce.vue'
import example from '../examples/read_trials.py?raw'

/** Tokens by which a notebook or a script reads the nursery in one's own name, and examples of it. */
useTitle(() => 'API tokens')
const { data: tokens, isPending, error, refetch } = useApiTokens()
const { make, revoke } = useTokenChanges()
const { attempt, at, foot } = useProblem()

const MAY = [
  { value: 'read', title: 'read only' },
  { value: 'write', title: 'read and write, as I may' },
] as const
const LASTS = [
  { value: 30, title: '30 days' },
  { value: 365, title: 'a year' },
  { value: 0, title: 'until I revoke it' },
] as const
const form = reactive({ name: '', may: ['read'] as (typeof MAY)[number]['value'][], lasts: [365] as number[] })
const secret = ref('')
const address = window.location.origin
const curl = computed(
  () => `curl -H "Authorization: Bearer ${secret.value || 'furrow_…'}" ${address}/api/v1/trials/?page_size=50`,
)

async function create() {
  const made = await attempt(() =>
    make.mutateAsync({
      name: form.name,
      may_write: form.may[0] === 'write',
      days: form.lasts[0] === 0 ? null : (form.lasts[0] ?? null),
    }),
  )
  if (!made) return
  secret.value = made.secret
  form.name = ''
}
</script>

<template>
  <main class="page narrow">
    <h1>API tokens</h1>
    <p class="sentence">
      A token lets a notebook or a script read this nursery in your name, with your role. Anyone who has it can do the
      same: keep it like a password.
    </p>
    <ShownOnce v-if="secret" :secret="secret">This is your new token. It is shown only now; copy it.</ShownOnce>
    <h2 class="ruled">Your tokens</h2>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <ul v-if="tokens" class="plain">
      <li v-for="t in tokens" :key="t.id">
        <div>
          <strong>{{ t.name }}</strong> <code class="code">{{ t.start }}…</code>
          <p class="quiet">
            {{ t.read_only ? 'Read only' : 'Reads and writes' }}, made {{ day(t.at) }},
            {{ t.expires_at ? `until ${day(t.expires_at)}` : 'until you revoke it' }}.
            {{ t.last_used_at ? `Last used ${moment(t.last_used_at)}.` : 'Not used yet.' }}
          </p>
        </div>
        <v-btn
          variant="text"
          color="primary"
          :aria-label="`Revoke ${t.name}`"
          @click="attempt(() => revoke.mutateAsync(t.id))"
          >Revoke</v-btn
        >
      </li>
      <li v-if="!tokens.length" class="quiet">No program reads this nursery in your name.</li>
    </ul>
    <h2 class="ruled">New token</h2>
    <form class="form" @submit.prevent="create">
      <v-text-field
        v-model="form.name"
        label="Name"
        placeholder="such as: notebook on the office laptop"
        maxlength="60"
        :error-messages="at('/name')"
      />
      <ChipChoice v-model="form.may" label="What it may do" :choices="MAY" />
      <ChipChoice v-model="form.lasts" label="How long it lasts" :choices="LASTS" />
      <p v-if="foot('/name')" class="notice bad" role="alert">{{ foot('/name') }}</p>
      <div class="actions">
        <v-btn type="submit" color="primary" :loading="make.isPending.value" :disabled="!form.name.trim()"
          >Make token</v-btn
        >
      </div>
    </form>
    <h2 class="ruled">Examples</h2>
    <p>On the command line:</p>
    <pre class="code">{{ curl }}</pre>
    <p>The looks of a trial as a table, ready for any statistics program (its number is in the address of its page):</p>
    <pre class="code">
curl -H "Authorization: Bearer furrow_…" -o looks.csv {{ address }}/api/v1/trials/12/export/looks.csv/</pre>
    <p>In Python, without further packages. Set FURROW_ADDRESS to {{ address }} and FURROW_TOKEN to the token:</p>
    <pre class="code">{{ example }}</pre>
    <p>
      <a href="/api/v1/docs/">All addresses of the API</a>. A blind trial hides its treatments from programs too. More
      than 300 requests a minute are refused for a moment.
    </p>
  </main>
</template>

<style scoped>
h2 {
  margin: 24px 0 12px;
}

li {
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: space-between;
  padding: 8px 0;
}

li p {
  margin: 0;
}

pre {
  overflow-x: auto;
  padding: 12px 14px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 0.86rem;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
