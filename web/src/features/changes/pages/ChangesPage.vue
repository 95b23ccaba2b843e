<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import EmptyState from '@/shared/components/EmptyState.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, moment, isoDay } from '@/shared/format/dates'
import { useChanges, useDeleted, useUndoDeletion, type ThingRef } from '../api'

/** The latest changes of everything, by day; and what was deleted, to be brought back. */
useTitle(() => 'History')
const route = useRoute()
const { user } = useSession()
const { data: changes, isPending, error, refetch } = useChanges()
const { data: deleted } = useDeleted(user.value?.may_lead ?? false)
const undo = useUndoDeletion()
const { succeeds, sentence } = useProblem()
const back = ref('')
const just = computed(() => deleted.value?.find((d) => `${d.kind}-${d.id}` === route.query.deleted) ?? null)
const byDay = computed(() => {
  const days = new Map<string, NonNullable<typeof changes.value>>()
  for (const c of changes.value ?? []) {
    const on = isoDay(new Date(c.at))
    days.set(on, [...(days.get(on) ?? []), c])
  }
  return [...days]
})
const kindWords = (kind: string) => kind.replace('_', ' ')

async function bringBack(thing: ThingRef, name: string) {
  back.value = ''
  const there = await succeeds(() => undo.mutateAsync({ kind: thing.kind, id: thing.id }))
  if (there) back.value = `${name} is restored.`
}
</script>

<template>
  <main class="page">
    <h1>History</h1>
    <p v-if="just" class="notice" role="status">
      {{ just.name }} is deleted. Its code stays taken.
      <button type="button" class="text-link" @click="bringBack(just, just.name)">Restore it</button>
    </p>
    <p v-if="back" class="notice" role="status">{{ back }}</p>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="deleted?.length">
      <h2 class="ruled">Deleted</h2>
      <ul class="plain">
        <li v-for="d in deleted" :key="`${d.kind}${d.id}`" class="row">
          <strong>{{ d.name }}</strong>
          <span class="quiet">{{ kindWords(d.kind) }}, {{ moment(d.at) }}, {{ d.by }}</span>
          <button type="button" class="text-link" @click="bringBack(d, d.name)">Restore {{ d.name }}</button>
        </li>
      </ul>
    </template>
    <EmptyState
      v-if="changes && !changes.length"
      title="Nothing yet"
      why="Every change is listed here: who made it, when, and the earlier value."
    />
    <section v-for="[on, rows] in byDay" :key="on">
      <h2 class="ruled">{{ day(on) }}</h2>
      <ul class="plain">
        <li v-for="(c, i) in rows" :key="i" class="row">
          <RouterLink v-if="c.what !== 'deleted'" :to="c.path">{{ c.name }}</RouterLink>
          <strong v-else>{{ c.name }}</strong>
          <span class="quiet">{{ kindWords(c.kind) }} {{ c.what }} by {{ c.by }}, {{ moment(c.at) }}</span>
          <span v-for="x in c.changes" :key="x.field" class="change">
            {{ x.field.replaceAll('_', ' ') }}: “{{ x.before ?? '–' }}” → “{{ x.after ?? '–' }}”
          </span>
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
h2 {
  margin: 22px 0 4px;
}

.row {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: baseline;
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

.change {
  flex-basis: 100%;
  padding-left: 18px;
  overflow-wrap: anywhere;
}
</style>
