<script setup lang="ts">
import { reactive, ref } from 'vue'
import { ThingFoot } from '@/features/changes'
import { useSession } from '@/features/people'
import DayField from '@/shared/components/DayField.vue'
import EmptyState from '@/shared/components/EmptyState.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import PageState from '@/shared/components/PageState.vue'
import WideTable from '@/shared/components/WideTable.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useArrival } from '@/shared/composables/useArrival'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { choicesOf, supplyWords } from '@/shared/labels'
import { useChangeSupply, useMakeSupply, useSupplies, type SupplyRow } from '../api'

/** Solutions, towels, sand and bags that are used more than once: how old, how often. */
useTitle(() => 'Supplies')
const { user } = useSession()
const { data, isPending, error, refetch } = useSupplies()
useArrival(() => data.value)
const make = useMakeSupply()
const change = useChangeSupply()
const { attempt, at, foot, sentence } = useProblem()
const open = ref(false)
const form = reactive({
  name: '',
  kind: 'smoke_water' as keyof typeof supplyWords,
  made_on: isoDay(new Date()),
  made_by: '',
  note: '',
})

async function save() {
  const made = await attempt(() => make.mutateAsync({ ...form }))
  if (made) {
    open.value = false
    form.name = ''
  }
}
const useUp = (s: SupplyRow) =>
  attempt(() => change.mutateAsync({ id: s.id, body: { version: s.version, used_up: !s.used_up } }))
</script>

<template>
  <main class="page">
    <div class="page-top">
      <h1>Supplies</h1>
      <v-btn v-if="user?.may_count && !open" color="primary" @click="open = true">Add supply</v-btn>
    </div>
    <p class="sentence">
      Smoke water weakens, and sand and towels spread mould. Each use is counted when a step starts with it.
    </p>
    <form v-if="open" class="form" @submit.prevent="save">
      <p v-if="form.kind === 'smoke_water'" class="notice bad">
        Making smoke: work outdoors, away from anything dry, and follow local burning rules. A ready-made solution is
        the gentler way.
      </p>
      <div class="form-row">
        <v-text-field v-model="form.name" label="Name" maxlength="80" :error-messages="at('/name')" />
        <v-select v-model="form.kind" :items="choicesOf(supplyWords)" label="What" />
        <DayField v-model="form.made_on" label="Made on" :messages="at('/made_on')" />
        <v-text-field v-model="form.made_by" label="By" maxlength="60" />
      </div>
      <v-text-field v-model="form.note" label="Note" maxlength="200" />
      <FormFoot
        action="Save supply"
        :busy="make.isPending.value"
        :sentence="foot('/name', '/made_on')"
        @leave="open = false"
      />
    </form>
    <p v-else-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <EmptyState
      v-if="data && !data.results.length"
      title="No supplies yet"
      why="Record solutions and materials with their date, so that a weak one does not spoil a trial."
    />
    <WideTable v-else-if="data" label="Supplies">
      <thead>
        <tr>
          <th scope="col">name</th>
          <th scope="col">what</th>
          <th scope="col">made</th>
          <th scope="col" class="num">age</th>
          <th scope="col" class="num">uses</th>
          <th scope="col">note</th>
          <th scope="col"></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in data.results" :id="`supply-${s.id}`" :key="s.id" :class="{ quiet: s.used_up }">
          <td>{{ s.name }}</td>
          <td>{{ supplyWords[s.kind] }}</td>
          <td class="nowrap">
            {{ day(s.made_on) }}<template v-if="s.made_by">, {{ s.made_by }}</template>
          </td>
          <td class="num nowrap">{{ plural(s.age_days, 'day') }}</td>
          <td class="num">{{ s.uses }}</td>
          <td>{{ s.note }}</td>
          <td>
            <button v-if="user?.may_count" type="button" class="text-link" @click="useUp(s)">
              {{ s.used_up ? 'mark as not used up' : 'used up' }}
            </button>
            <ThingFoot kind="supply" :id="s.id" :name="s.name" deletable no-history />
          </td>
        </tr>
      </tbody>
    </WideTable>
  </main>
</template>
