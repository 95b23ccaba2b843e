<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import FormFoot from '@/shared/components/FormFoot.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import { moment } from '@/shared/format/dates'
import { plural, seeds } from '@/shared/format/numbers'
import { deviationWords, seenHowWords, stopWords } from '@/shared/labels'
import { useCountSheet, useDishChanges, useDishLooks, type LookView } from '../api'
import DishTrouble from '../components/DishTrouble.vue'
import TrialCrumb from '../components/TrialCrumb.vue'
import { KINDS } from '../logic/entry'
import { countsOf } from '../logic/onTheDevice'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const wanted = computed(() => Number(route.params.dish))
const { user } = useSession()
const { data: sheet, isPending, error, refetch } = useCountSheet(id)
const { data: looks, refetch: again } = useDishLooks(wanted)
const { reopen, takeBackSetAside, takeBackStretch, correct } = useDishChanges()
const { attempt, sentence, foot, at } = useProblem()
const dish = computed(() => sheet.value?.dishes.find((d) => d.id === wanted.value))
useTitle(() => (dish.value ? `Dish ${dish.value.code}` : 'Dish'))

const trouble = ref(false)
const correcting = ref<LookView | null>(null)
const typed = ref<Record<string, string>>({})
const replaced = computed(() => new Set(looks.value?.flatMap((l) => (l.corrects ? [l.corrects] : [])) ?? []))
const stands = (l: LookView) => !l.withdrawn && !replaced.value.has(l.client_id)
const words = (l: LookView) => {
  const counts = countsOf(l)
  return (
    KINDS.filter((k) => counts[k])
      .map((k) => `${counts[k]} ${k}`)
      .join(', ') || 'nothing new'
  )
}
const picture = computed(
  () =>
    dish.value && {
      sown: dish.value.seeds,
      germinated: dish.value.germinated,
      fresh: 0,
      abnormal: dish.value.abnormal,
      rotted: dish.value.rotted,
      lost: dish.value.lost,
      empty: 0,
    },
)

function begin(look: LookView) {
  correcting.value = look
  typed.value = Object.fromEntries(KINDS.map((k) => [k, String(countsOf(look)[k])]))
}

/** A correction is a new record; what was there before stays, with who and when. */
async function change(look: LookView, withdrawn: boolean) {
  const counts = withdrawn ? {} : Object.fromEntries(KINDS.map((k) => [`new_${k}`, Number(typed.value[k]) || 0]))
  const body = {
    client_id: crypto.randomUUID(),
    dish: look.dish,
    at: look.at,
    corrects: look.client_id,
    withdrawn,
    note: look.note,
    ...counts,
  }
  if (await attempt(() => correct.mutateAsync(body))) correcting.value = null
  await again()
  await refetch()
}

async function done() {
  trouble.value = false
  await refetch()
}
</script>

<template>
  <main class="page">
    <TrialCrumb :id="id" :code="sheet?.code" />
    <PageState :pending="isPending" :error="sheet ? null : error" @retry="refetch" />
    <template v-if="dish && picture && sheet">
      <div class="page-top">
        <h1>
          Dish <span class="code">{{ dish.code }}</span>
        </h1>
        <div v-if="user?.may_count" class="actions">
          <v-btn v-if="dish.open" color="primary" :to="{ name: 'count', params: { id }, query: { dish: wanted } }"
            >Count it</v-btn
          >
          <v-btn
            v-if="dish.closed"
            variant="outlined"
            color="primary"
            @click="attempt(() => reopen.mutateAsync(wanted)).then(() => refetch())"
            >Reopen it for a late sprout</v-btn
          >
          <v-btn
            v-if="dish.set_aside"
            variant="outlined"
            color="primary"
            @click="attempt(() => takeBackSetAside.mutateAsync(wanted)).then(done)"
            >Count it again</v-btn
          >
          <v-btn variant="text" color="primary" @click="trouble = !trouble">Report a problem</v-btn>
        </div>
      </div>
      <p v-if="sentence && !correcting" class="notice bad" role="alert">
        {{ sentence }}
      </p>
      <DishTrouble v-if="trouble" :dish="dish" :trial="id" @done="done" />
      <div class="both">
        <DishDrawing class="drawing" :dish="picture" :name="dish.code" :tray="sheet.medium === 'tray'" />
        <div>
          <dl class="facts">
            <dt>Place</dt>
            <dd>{{ dish.place || 'none yet' }}, {{ dish.position }}</dd>
            <dt>Germinated</dt>
            <dd>{{ dish.germinated }} of {{ seeds(dish.seeds, dish.seeds_estimated) }}; {{ dish.remaining }} left</dd>
            <dt>Potted</dt>
            <dd>{{ dish.potted ? plural(dish.potted, 'seedling') : 'none' }}</dd>
            <dt>Sown</dt>
            <dd>{{ dish.sown_at ? moment(dish.sown_at) : 'not yet' }}</dd>
            <template v-if="dish.open">
              <dt>Next look</dt>
              <dd>
                {{ dish.next_look_at ? moment(dish.next_look_at) : 'none'
                }}<template v-if="dish.advice">; {{ stopWords[dish.advice] }}</template>
              </dd>
            </template>
            <template v-if="dish.set_aside">
              <dt>Set aside</dt>
              <dd>{{ dish.set_aside }}</dd>
            </template>
            <template v-if="dish.stretch">
              <dt>Now in</dt>
              <dd>
                {{ dish.stretch }}
                <button
                  type="button"
                  class="text-link"
                  @click="attempt(() => takeBackStretch.mutateAsync(wanted)).then(done)"
                >
                  undo: not treated again
                </button>
              </dd>
            </template>
          </dl>
          <p v-for="(n, i) in dish.notes" :key="i" class="notice">
            {{ deviationWords[n.kind] }}<template v-if="n.seeds">: {{ n.seeds }} seeds at {{ n.place }}</template
            ><template v-if="n.words">. {{ n.words }}</template>
          </p>
        </div>
      </div>
      <h2 class="ruled">Looks</h2>
      <p v-if="looks && !looks.length" class="quiet">Not looked at yet.</p>
      <ul class="plain">
        <li v-for="l in looks" :key="l.id" :class="{ gone: !stands(l) }">
          {{ moment(l.at) }}, {{ l.by }}: {{ l.withdrawn ? 'undone' : words(l) }}
          <span class="quiet"
            >{{ seenHowWords[l.seen_how] }}{{ l.potted ? `, ${l.potted} potted` : ''
            }}{{ l.thrown_out ? `, ${l.thrown_out} thrown out` : '' }}{{ l.watered ? ', watered' : ''
            }}{{ l.note ? `. ${l.note}` : '' }}{{ l.corrects && !l.withdrawn ? ' (a correction)' : '' }}</span
          >
          <a v-if="l.photo" :href="`/api/v1/photos/${l.photo}/`" class="text-link">photo, {{ l.marks.length }} marks</a>
          <button v-if="stands(l) && user?.may_count" type="button" class="text-link" @click="begin(l)">correct</button>
        </li>
      </ul>
      <form v-if="correcting" class="form" @submit.prevent="change(correcting, false)">
        <h3>The look of {{ moment(correcting.at) }}</h3>
        <div class="form-row">
          <v-text-field
            v-for="k in KINDS"
            :key="k"
            v-model="typed[k]"
            :label="k"
            inputmode="numeric"
            :error-messages="at(`/new_${k}`)"
          />
        </div>
        <button type="button" class="text-link" @click="change(correcting, true)">Undo this look</button>
        <FormFoot
          action="Correct it"
          :busy="correct.isPending.value"
          :sentence="foot('/new_germinated', '/new_abnormal', '/new_rotted', '/new_lost')"
          @leave="correcting = null"
        />
      </form>
    </template>
    <p v-else-if="sheet" class="sentence">This trial has no such dish.</p>
  </main>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 28px;
  margin-top: 12px;
}

.gone {
  color: var(--ink-2);
  text-decoration: line-through;
}

@media (max-width: 700px) {
  .both {
    grid-template-columns: 120px minmax(0, 1fr);
  }
}
</style>
