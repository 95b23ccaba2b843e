<script setup lang="ts">
import { reactive, ref } from 'vue'
import { useSession } from '@/features/people'
import { PlaceField } from '@/features/places'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import PageState from '@/shared/components/PageState.vue'
import WideTable from '@/shared/components/WideTable.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay, weekdayLong, weekdayShort } from '@/shared/format/dates'
import { careWords, mediumWords, stepWords } from '@/shared/labels'
import { useAssignTurn, useBagRounds, usePeople, useTurns } from '../api'

/** The fridge list and the rota, made to be printed and hung on the door. */
useTitle(() => 'Fridge list and rota')
const { user } = useSession()
const { data, isPending, error, refetch } = useBagRounds()
const { data: turns } = useTurns()
const { data: people } = usePeople()
const assign = useAssignTurn()
const { attempt, at, foot } = useProblem()
const today = isoDay(new Date())
const giving = ref(false)
const form = reactive({ place: null as number | null, person: null as number | null, first: today, last: today })
const print = () => window.print()

async function give() {
  const done = await attempt(() =>
    assign.mutateAsync({
      place: form.place ?? 0,
      person: form.person ?? 0,
      first_day: form.first,
      last_day: form.last,
    }),
  )
  if (done) giving.value = false
}
</script>

<template>
  <main class="page">
    <div class="page-top">
      <h1>Fridge list, {{ weekdayLong(today) }}</h1>
      <div class="actions no-print">
        <v-btn color="primary" @click="print">Print</v-btn>
        <v-btn v-if="user?.may_plan" variant="outlined" color="primary" @click="giving = !giving">Assign a round</v-btn>
      </div>
    </div>
    <form v-if="giving" class="form no-print" @submit.prevent="give">
      <div class="form-row">
        <PlaceField v-model="form.place" label="Rounds of" :messages="at('/place')" />
        <v-select
          v-model="form.person"
          :items="(people ?? []).map((p) => ({ value: p.id, title: `${p.initials}, ${p.role}` }))"
          label="Go to"
          :error-messages="at('/person')"
        />
        <DayField of="plan" v-model="form.first" label="From" :messages="at('/first_day')" />
        <DayField of="plan" v-model="form.last" label="To" :messages="at('/last_day')" />
      </div>
      <FormFoot
        action="Assign"
        :busy="assign.isPending.value"
        :sentence="foot('/place', '/person', '/first_day', '/last_day')"
        @leave="giving = false"
      />
    </form>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <p v-if="data && !data.length" class="sentence">There are no bags in treatment.</p>
    <section v-for="p in data" :key="p.place ?? 0">
      <h2>{{ p.place_name }}</h2>
      <WideTable :label="`Bags in ${p.place_name}`">
        <thead>
          <tr>
            <th scope="col">bag</th>
            <th scope="col">seed</th>
            <th scope="col">in</th>
            <th scope="col">out</th>
            <th scope="col">care</th>
            <th scope="col">done</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="b in p.bags" :key="b.batch">
            <td class="code nowrap">{{ b.code }}</td>
            <td>
              {{ b.name }}
              <span class="quiet"
                >{{ stepWords[b.step] }}<template v-if="b.medium">, {{ mediumWords[b.medium] }}</template></span
              >
            </td>
            <td class="nowrap">{{ weekdayShort(b.begun_on) }}</td>
            <td class="nowrap">{{ b.out_on ? weekdayShort(b.out_on) : '–' }}</td>
            <td>{{ b.care ? `${careWords[b.care]} ${b.due ? weekdayShort(b.due) : ''}` : '–' }}</td>
            <td class="pencil"></td>
          </tr>
        </tbody>
      </WideTable>
    </section>
    <h2>Rota</h2>
    <p v-if="!turns?.results.length" class="quiet">No round is assigned. Whoever is there does it.</p>
    <table v-else class="ledger">
      <tbody>
        <tr v-for="t in turns.results" :key="t.id">
          <td>{{ day(t.first_day) }} to {{ day(t.last_day) }}</td>
          <td>{{ t.place_name }}</td>
          <td>
            <strong>{{ t.initials }}</strong>
          </td>
        </tr>
      </tbody>
    </table>
  </main>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}

.pencil {
  width: 18%;
  border-bottom: 1px solid var(--earth-2);
}
</style>
