<script setup lang="ts">
import { ref } from 'vue'
import { useProblem } from '@/shared/composables/useProblem'
import { moment } from '@/shared/format/dates'
import { useDishChanges } from '../api'
import { useLookOutbox, type Held, type Waiting } from '../composables/useLookOutbox'
import { KINDS } from '../logic/entry'
import { fatesSaid } from '../logic/fates'
import { countsOf } from '../logic/onTheDevice'

/** Looks that the server did not take: both versions side by side, and a person says which stands. Nothing is lost before that. */
defineProps<{ held: readonly Held[] }>()

const { decide } = useLookOutbox()
const { reopen } = useDishChanges()
const { succeeds, sentence } = useProblem()
const typed = ref<Record<number, Record<string, string>>>({})

const words = (counts: Record<string, number>) =>
  KINDS.filter((k) => counts[k])
    .map((k) => `${counts[k]} ${k}`)
    .join(', ') || 'nothing new'

const mine = (row: Held) => (row.item.kind === 'look' ? words(countsOf(row.item.body)) : 'its closing')
const theirs = (row: Held) => row.refusal?.current ?? {}
const theirCounts = (row: Held) => words(countsOf(theirs(row) as Parameters<typeof countsOf>[0]))

/** The same record with its look changed. */
function changed(row: Held, body: object, without?: 'after'): Waiting {
  const item = { ...row.item, body: { ...row.item.body, ...body } } as Waiting
  if (without && item.kind === 'look') delete item.body[without]
  return item
}

const both = (row: Held) => decide(row, changed(row, { after: theirs(row).client_id }))
const replace = (row: Held) => decide(row, changed(row, { corrects: theirs(row).client_id }, 'after'))
const early = (row: Held) => decide(row, changed(row, { early: true }))

async function openAgain(row: Held) {
  const done = await succeeds(() => reopen.mutateAsync(row.item.body.dish))
  if (done) await decide(row, changed(row, {}, 'after'))
}

const field = (row: Held) =>
  (typed.value[row.order] ??= Object.fromEntries(
    KINDS.map((k) => [k, String(row.item.kind === 'look' ? countsOf(row.item.body)[k] : 0)]),
  ))

const putRight = (row: Held) =>
  decide(
    row,
    changed(row, {
      ...Object.fromEntries(KINDS.map((k) => [`new_${k}`, Number(field(row)[k]) || 0])),
      marks: [],
      client_id: crypto.randomUUID(),
    }),
  )
</script>

<template>
  <section v-for="row in held" :key="row.order" class="held" :aria-label="`Dish ${row.item.code}: to decide`">
    <h3>
      Dish <span class="code">{{ row.item.code }}</span>
    </h3>
    <p role="alert">{{ row.refusal?.detail }}</p>
    <dl>
      <div>
        <dt>Yours, {{ moment(row.item.body.at) }}</dt>
        <dd>{{ mine(row) }}</dd>
      </div>
      <div v-if="row.refusal?.code === 'counted_meanwhile'">
        <dt>{{ theirs(row).by }}, {{ moment(String(theirs(row).at)) }}</dt>
        <dd>{{ theirCounts(row) }}</dd>
      </div>
      <div v-else-if="row.refusal?.code === 'dish_closed'">
        <dt>Closed by {{ theirs(row).by }}, {{ moment(String(theirs(row).at)) }}</dt>
        <dd>
          {{ fatesSaid(theirs(row)) }}
        </dd>
      </div>
    </dl>
    <div class="actions">
      <template v-if="row.refusal?.code === 'counted_meanwhile'">
        <button type="button" @click="both(row)">Both: mine came after theirs</button>
        <button type="button" @click="replace(row)">Keep mine</button>
        <button type="button" @click="decide(row, null)">Keep theirs, drop mine</button>
      </template>
      <template v-else-if="row.refusal?.code === 'dish_closed'">
        <button type="button" @click="openAgain(row)">Reopen the dish and add mine</button>
        <button type="button" @click="decide(row, null)">Drop mine</button>
      </template>
      <template v-else-if="row.refusal?.code === 'before_sowing'">
        <button type="button" @click="early(row)">They germinated early</button>
        <button type="button" @click="decide(row, null)">Drop it</button>
      </template>
      <form v-else class="right" @submit.prevent="putRight(row)">
        <template v-if="row.item.kind === 'look'">
          <v-text-field v-for="k in KINDS" :key="k" v-model="field(row)[k]" :label="k" inputmode="numeric" />
          <button type="submit">Send it like this</button>
        </template>
        <button type="button" @click="decide(row, null)">Drop it</button>
      </form>
    </div>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  </section>
</template>

<style scoped>
.held {
  margin: 10px 0;
  padding: 10px 14px;
  border-left: 4px solid var(--alert);
  background: var(--sheet);
}

p {
  margin: 4px 0 8px;
}

dl {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 28px;
  margin: 0;
}

dt {
  color: var(--ink-2);
  font-size: 0.9rem;
}

dd {
  margin: 0;
  font-weight: 600;
}

.actions button {
  min-height: 48px;
  padding: 0 14px;
  border: 1.5px solid var(--leaf);
  border-radius: 10px;
  color: var(--leaf);
  font-weight: 600;
}

.right {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(110px, 1fr));
  gap: 8px;
  width: 100%;
}
</style>
