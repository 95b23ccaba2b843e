<script setup lang="ts">
import { ref } from 'vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { useAccounts, useInvitations, usePeopleChanges, type Account, type Role } from '../api'
import InviteForm from '../components/InviteForm.vue'
import OneTimeLink from '../components/OneTimeLink.vue'
import PersonLine from '../components/PersonLine.vue'
import { useSession } from '../session'
import { ROLE_MEANS, ROLES } from '../words'

/** Who is here, and as what. Letting somebody go keeps every record of theirs, and can be undone. */
useTitle(() => 'People')
const { user } = useSession()
const { data: accounts, isPending, error, refetch } = useAccounts()
const { data: open } = useInvitations()
const { change, signOut, invite, withdraw } = usePeopleChanges()
const { attempt, succeeds, sentence } = useProblem()
const link = ref<{ token: string; what: string } | null>(null)
const done = ref('')

async function act(said: string, work: () => Promise<unknown>) {
  done.value = ''
  const went = await succeeds(work)
  if (went) done.value = said
}

async function password(person: Account) {
  const made = await attempt(() => invite.mutateAsync({ person: person.id }))
  if (made) link.value = { token: made.token, what: `to a new password for ${person.initials}` }
}

const changeRole = (p: Account, role: Role) =>
  act(`${p.initials} is ${ROLES[role]} now: ${ROLE_MEANS[role]}.`, () => change.mutateAsync({ id: p.id, role }))

const letGo = (person: Account, active: boolean) =>
  act(
    active ? `${person.initials} may sign in again.` : `${person.initials} may not sign in any more; all records stay.`,
    () => change.mutateAsync({ id: person.id, is_active: active }),
  )
</script>

<template>
  <main class="page">
    <h1>People</h1>
    <p class="sentence">People, their initials in the records, and what they may do.</p>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="accounts">
      <ul class="plain">
        <PersonLine
          v-for="p in accounts"
          :key="p.id"
          :person="p"
          :self="p.id === user?.id"
          @role="(role) => changeRole(p, role)"
          @active="(active) => letGo(p, active)"
          @sign-out="act(`${p.initials} is signed out everywhere.`, () => signOut.mutateAsync(p.id))"
          @password="password(p)"
        />
      </ul>
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <p v-else-if="done" class="notice" role="status">{{ done }}</p>
      <OneTimeLink v-if="link" v-bind="link" />
      <h2 class="ruled">Invite someone</h2>
      <InviteForm @made="(token, what) => (link = { token, what })" />
      <template v-if="open?.length">
        <h2 class="ruled">Open invitations</h2>
        <ul class="plain">
          <li v-for="i in open" :key="i.id" class="open">
            {{
              i.for_person ? `a new password for ${i.for_person}` : `${i.initials || 'somebody'}, as ${ROLES[i.role]}`
            }}
            <span class="quiet">by {{ i.by }}, good until {{ moment(i.expires_at) }}</span>
            <button
              type="button"
              class="text-link"
              @click="act('The link no longer works.', () => withdraw.mutateAsync(i.id))"
            >
              Withdraw
            </button>
          </li>
        </ul>
      </template>
    </template>
  </main>
</template>

<style scoped>
h2 {
  margin: 28px 0 12px;
}

.open {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  min-height: 44px;
}
</style>
