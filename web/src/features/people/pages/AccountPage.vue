<script setup lang="ts">
import { reactive, ref } from 'vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { useDevices, useSignOutElsewhere } from '../api'
import { deviceWords } from '../logic/device'
import { useSession } from '../session'
import { ROLE_MEANS, ROLES } from '../words'

/** One's own account: role, password, and the devices on which one is signed in. */
useTitle(() => 'My account')
const { user, changePassword, changeOwn } = useSession()
const { data: devices, isPending, error, refetch } = useDevices()
const elsewhere = useSignOutElsewhere()
const { attempt, succeeds, at, foot } = useProblem()
const form = reactive({ old: '', new: '' })
const busy = ref(false)
const kept = ref(false)
const signedOut = ref<number | null>(null)

async function save() {
  busy.value = true
  kept.value = false
  const done = await succeeds(() => changePassword({ ...form }))
  busy.value = false
  if (!done) return
  kept.value = true
  Object.assign(form, { old: '', new: '' })
  await refetch()
}

const name = ref(user.value?.display_name ?? '')
const named = ref(false)
async function saveName() {
  named.value = false
  named.value = await succeeds(() => changeOwn({ display_name: name.value }))
}

async function signOutElsewhere() {
  const done = await attempt(() => elsewhere.mutateAsync(undefined))
  if (done) signedOut.value = done.devices
}
</script>

<template>
  <main class="page narrow">
    <h1>My account</h1>
    <p v-if="user">
      You sign in as <strong>{{ user.username }}</strong>; the records show <strong>{{ user.initials }}</strong>. Your
      role is {{ ROLES[user.role] }}: {{ ROLE_MEANS[user.role] }}.
    </p>
    <form class="form-row" @submit.prevent="saveName">
      <v-text-field v-model="name" label="Your name" maxlength="60" :error-messages="at('/display_name')" />
      <v-btn type="submit" variant="outlined" color="primary">Save name</v-btn>
    </form>
    <p v-if="named" class="notice" role="status">Name saved.</p>
    <h2 class="ruled">Signed-in devices</h2>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <ul v-if="devices" class="plain">
      <li v-for="d in devices" :key="d.id">
        {{ deviceWords(d.device ?? '') }}<strong v-if="d.this">, this one</strong>
        <span class="quiet"> since {{ moment(d.at ?? '') }}</span>
      </li>
    </ul>
    <p v-if="signedOut !== null" class="notice" role="status">
      {{ signedOut === 1 ? 'One other device is' : `${signedOut} other devices are` }} signed out.
    </p>
    <div class="actions">
      <v-btn variant="outlined" color="primary" :loading="elsewhere.isPending.value" @click="signOutElsewhere">
        Sign out everywhere else
      </v-btn>
    </div>
    <h2 class="ruled">Password</h2>
    <form class="form" @submit.prevent="save">
      <v-text-field
        v-model="form.old"
        label="Current password"
        type="password"
        autocomplete="current-password"
        :error-messages="at('/old')"
      />
      <v-text-field
        v-model="form.new"
        label="New password"
        type="password"
        autocomplete="new-password"
        hint="At least 10 characters, hard to guess."
        persistent-hint
        :error-messages="at('/new')"
      />
      <p v-if="kept" class="notice" role="status">Password changed. Your other devices are signed out.</p>
      <p v-if="foot('/old', '/new', '/display_name')" class="notice bad" role="alert">
        {{ foot('/old', '/new', '/display_name') }}
      </p>
      <div class="actions"><v-btn type="submit" color="primary" :loading="busy">Change password</v-btn></div>
    </form>
  </main>
</template>

<style scoped>
h2 {
  margin: 24px 0 12px;
}

li {
  padding: 8px 0;
}
</style>
