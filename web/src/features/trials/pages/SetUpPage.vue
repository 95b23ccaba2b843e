<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { useSession } from '@/features/people'
import { rightNow } from '@/shared/api/clock'
import WideTable from '@/shared/components/WideTable.vue'
import DayField from '@/shared/components/DayField.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import PageState from '@/shared/components/PageState.vue'
import PhotoStrip from '@/shared/components/PhotoStrip.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { closureWords, criterionWords, lightWords, mediumWords } from '@/shared/labels'
import { degrees } from '@/shared/format/units'
import { useSetUp, useTrialChanges } from '../api'
import CriterionDrawing from '../components/CriterionDrawing.vue'
import DrawSample from '../components/DrawSample.vue'
import SetUpMap from '../components/SetUpMap.vue'
import TrialCrumb from '../components/TrialCrumb.vue'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { user } = useSession()
const { data, isPending, error, refetch } = useSetUp(id)
const { sow, addPhoto, takeBackSowing } = useTrialChanges()
const { attempt, succeeds, sentence, question } = useProblem()

/** When dishes were sown that the server has not answered for yet: a quick second tap does not name them again. */
const underway = ref<Record<number, string>>({})
const sheet = computed(() => {
  if (!data.value) return undefined
  const dishes = data.value.dishes.map((d) => ({ ...d, sown_at: d.sown_at ?? underway.value[d.id] ?? null }))
  return { ...data.value, dishes }
})
useTitle(() => (sheet.value ? `Set up ${sheet.value.code}` : 'Set up'))

const named = ref(true)
const at = ref('')
const asked = ref<number[]>([])
const unsown = computed(() => sheet.value?.dishes.filter((d) => !d.sown_at) ?? [])
const maySow = computed(() => user.value?.may_count === true && sheet.value?.state !== 'closed')
const warmth = computed(() => {
  const s = sheet.value
  if (!s || s.temperature_c === null) return ''
  return s.night_temperature_c === null
    ? degrees(s.temperature_c)
    : `${degrees(s.temperature_c)} by day, ${degrees(s.night_temperature_c)} at night`
})

const unsownOf = (treatment: { dishes: number[] }) => unsown.value.filter((d) => treatment.dishes.includes(d.id))

/** Some dishes, sown now or at the minute that was typed. */
async function sowThem(dishes: number[], sure = false) {
  const typed = at.value ? new Date(at.value).toISOString() : null
  const since = typed ?? rightNow().toISOString()
  asked.value = dishes
  underway.value = { ...underway.value, ...Object.fromEntries(dishes.map((d) => [d, since])) }
  try {
    const sown = await succeeds(() => sow.mutateAsync({ id: id.value, dishes, at: typed, sure }))
    // somebody else may have sown some of them meanwhile: the next tap names only what still waits
    if (!sown) await refetch()
  } finally {
    underway.value = Object.fromEntries(Object.entries(underway.value).filter(([d]) => !dishes.includes(Number(d))))
  }
}

const print = () => window.print()
</script>

<template>
  <main class="page">
    <TrialCrumb :id="id" :code="sheet?.code" class="no-print" />
    <PageState :pending="isPending" :error="sheet ? null : error" @retry="refetch" />
    <template v-if="sheet">
      <div class="page-top">
        <h1>Set up {{ sheet.code }}: {{ sheet.question || 'no question yet' }}</h1>
        <div class="actions no-print">
          <v-btn
            v-if="unsown.length && maySow"
            color="primary"
            :loading="sow.isPending.value"
            @click="sowThem(unsown.map((d) => d.id))"
            >Sown now, {{ unsown.length === sheet.dishes.length ? 'all' : 'the other' }}
            {{ plural(unsown.length, 'dish', 'dishes') }}</v-btn
          >
          <v-btn v-else-if="maySow" color="primary" :to="{ name: 'count', params: { id } }">Count</v-btn>
          <v-btn variant="outlined" color="primary" :to="{ name: 'labels', query: { trial: id, code: sheet.code } }"
            >Dish labels</v-btn
          >
          <v-btn variant="text" color="primary" @click="print">Print this sheet</v-btn>
        </div>
      </div>
      <p v-if="sentence" class="notice" :class="{ bad: !question }" role="alert">
        {{ sentence }}
        <button v-if="question" type="button" class="text-link" @click="sowThem(asked, true)">
          Out of treatment: sow
        </button>
      </p>
      <HazardBanner :hazards="sheet.hazards" />
      <div class="columns">
        <section>
          <h2 class="ruled">1 Draw the sample</h2>
          <DrawSample :sheet="sheet" />
          <p class="quiet">Take large, small, dark and pale seeds alike. Choosing the best seeds biases the sample.</p>
          <h2 class="ruled">2 Treatments</h2>
          <WideTable label="Treatments">
            <thead>
              <tr>
                <th>Treatment</th>
                <th>Start</th>
                <th>Dishes</th>
                <th class="num">Sown</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="t in sheet.treatments" :key="t.id">
                <td>
                  {{ t.name }}
                  <span class="quiet"
                    >{{ t.is_control ? 'control' : ''
                    }}{{ t.light !== sheet.light ? ` ${lightWords[t.light]}` : '' }}</span
                  >
                  <div v-if="t.added_on" class="quiet">added {{ day(t.added_on) }}: not run at the same time</div>
                </td>
                <td>
                  {{ t.starts_on ? weekdayShort(t.starts_on) : 'at sowing' }}
                  <div v-if="t.starts_on" class="quiet">in {{ plural(t.bags, 'bag') }}</div>
                </td>
                <td class="code small">
                  {{ t.dishes.map((d) => sheet?.dishes.find((x) => x.id === d)?.code).join(' ') || 'blind' }}
                </td>
                <td class="num">
                  {{ t.sown }}
                  <button
                    v-if="maySow && unsownOf(t).length"
                    type="button"
                    class="text-link no-print"
                    :aria-label="`${t.name}: sown now`"
                    @click="sowThem(unsownOf(t).map((d) => d.id))"
                  >
                    sown now
                  </button>
                </td>
              </tr>
            </tbody>
          </WideTable>
          <p v-if="!sheet.knows_treatments" class="quiet">
            Blind: a grower tells whoever fills the dishes. Whoever counts them is not told.
          </p>
          <h2 class="ruled">3 Same conditions for every dish</h2>
          <p>
            {{ mediumWords[sheet.medium] }}, {{ closureWords[sheet.closure] }}, {{ lightWords[sheet.light]
            }}<template v-if="warmth">, {{ warmth }}</template
            >. Sow on {{ weekdayShort(sheet.sow_on) }}.
          </p>
          <p class="rule">
            <CriterionDrawing :criterion="sheet.criterion" /> Counts as germinated:
            {{ criterionWords[sheet.criterion] }}. Keep to it from the first look to the last.
          </p>
          <div class="no-print form-row">
            <DayField
              v-if="unsown.length && maySow"
              v-model="at"
              time
              label="Sown at another time"
              hint="Empty: now, to the minute"
            />
            <v-btn
              v-if="sheet.state === 'counting' && !unsown.length"
              variant="text"
              color="primary"
              @click="attempt(() => takeBackSowing.mutateAsync(id))"
              >Undo: not sown</v-btn
            >
          </div>
        </section>
        <section>
          <div class="page-top">
            <h2>Map</h2>
            <label v-if="sheet.knows_treatments" class="tick no-print"
              ><input v-model="named" type="checkbox" /> with treatments</label
            >
          </div>
          <p class="quiet no-print">
            Drawn at random{{ sheet.layout === 'blocks' ? ' within blocks' : '' }}: the place on the shelf matters.
            Print it without treatments for whoever counts.
          </p>
          <SetUpMap
            :sheet="sheet"
            :named="named && sheet.knows_treatments"
            :may-sow="maySow"
            @sow="(dish) => sowThem([dish])"
          />
          <h2 class="ruled">Photos</h2>
          <p v-if="!sheet.photos.length" class="quiet">
            A photo at the start identifies a dish whose label cannot be read.
          </p>
          <PhotoStrip
            :photos="sheet.photos"
            of="The trial"
            :may-add="user?.may_count ?? false"
            @add="(photo) => attempt(() => addPhoto.mutateAsync({ id, photo, words: '' }))"
          />
        </section>
      </div>
    </template>
  </main>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 36px;
}

.columns h2 {
  margin-top: 16px;
}

.rule {
  display: flex;
  gap: 12px;
  align-items: center;
}

.small {
  font-size: 0.88rem;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 12px;
  }
}

@media print {
  .columns {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
