<script setup lang="ts">
import { reactive, ref } from 'vue'
import { PlaceField } from '@/features/places'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, leavingWords } from '@/shared/labels'
import { useBatchWork, type BatchPage } from '../api'

/** Moving, splitting, taking out: one at a time. */
const props = defineProps<{ batch: BatchPage }>()

const { move, split, takeOut } = useBatchWork(() => props.batch.id)
const { succeeds, at, foot, question } = useProblem()
const open = ref<'' | 'move' | 'split' | 'out'>('')
const HOW = choicesOf(leavingWords)
const form = reactive({
  place: props.batch.place,
  part: '',
  partPlace: null as number | null,
  why: '',
  how: ['with_medium'] as (keyof typeof leavingWords)[],
  found: '',
  note: '',
})

async function run(work: () => Promise<unknown>) {
  const done = await succeeds(work)
  if (done) open.value = ''
}
const saveMove = (sure = false) => run(() => move.mutateAsync({ place: form.place ?? 0, sure }))
const saveSplit = () =>
  run(() => split.mutateAsync({ seeds: numberOrNull(form.part) ?? 0, place: form.partPlace, why: form.why }))
const saveOut = () =>
  run(() =>
    takeOut.mutateAsync({ how: form.how[0] ?? 'with_medium', found: numberOrNull(form.found), note: form.note }),
  )
</script>

<template>
  <div class="work no-print" role="group" aria-label="Work on this bag">
    <button type="button" :aria-expanded="open === 'move'" @click="open = open === 'move' ? '' : 'move'">Move</button>
    <button type="button" :aria-expanded="open === 'split'" @click="open = open === 'split' ? '' : 'split'">
      Split
    </button>
    <button type="button" :aria-expanded="open === 'out'" @click="open = open === 'out' ? '' : 'out'">
      Finish the treatment
    </button>
    <RouterLink :to="{ name: 'labels', query: { batch: batch.id, code: batch.code } }">Print its label</RouterLink>
  </div>
  <form v-if="open === 'move'" class="form" @submit.prevent="saveMove()">
    <PlaceField v-model="form.place" label="New place" :messages="at('/place')" />
    <FormFoot
      action="Move here"
      :busy="move.isPending.value"
      :question="question"
      :sentence="foot('/place')"
      @leave="open = ''"
      @sure="saveMove(true)"
    />
  </form>
  <form v-if="open === 'split'" class="form" @submit.prevent="saveSplit">
    <p class="quiet">Split off part of the bag, for example sprouts or seed to move. The rest stays.</p>
    <v-text-field v-model="form.part" label="Seeds to split off" inputmode="numeric" :error-messages="at('/seeds')" />
    <PlaceField v-model="form.partPlace" label="Place (leave empty for the same place)" />
    <v-text-field v-model="form.why" label="Why" maxlength="200" />
    <FormFoot action="Split" :busy="split.isPending.value" :sentence="foot('/seeds')" @leave="open = ''" />
  </form>
  <form v-if="open === 'out'" class="form" @submit.prevent="saveOut">
    <ChipChoice v-model="form.how" label="How it leaves treatment" :choices="HOW" />
    <v-text-field
      v-model="form.found"
      label="Seeds found (leave empty if not counted)"
      inputmode="numeric"
      :error-messages="at('/found')"
      :hint="`${batch.seeds_now} should be in it`"
      persistent-hint
    />
    <v-text-field v-model="form.note" label="Note" maxlength="200" />
    <FormFoot action="Take it out" :busy="takeOut.isPending.value" :sentence="foot('/found')" @leave="open = ''" />
  </form>
</template>

<style scoped>
.work {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  margin-top: 14px;
}

.work button,
.work a {
  min-height: 44px;
  padding: 0;
  color: var(--leaf);
  line-height: 44px;
  text-decoration: underline;
}
</style>
