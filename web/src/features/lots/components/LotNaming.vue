<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useChangeLot, useTaxa, type Lot } from '../api'

/** Name the plant of a lot, or move the lot; the field name stays in the history. */
const props = defineProps<{ lot: Lot }>()

const { data: taxa } = useTaxa()
const change = useChangeLot(() => props.lot.id)
const { attempt, at, sentence, problem } = useProblem()
const open = ref(false)
const taxon = ref<number | null>(null)
const note = ref('')
watch(
  () => props.lot,
  (lot) => {
    if (open.value) return
    taxon.value = lot.taxon ?? null
    note.value = lot.note ?? ''
  },
  { immediate: true },
)
const plants = computed(() =>
  (taxa.value?.results ?? []).map((t) => ({ title: `${t.common_name} (${t.scientific_name})`, value: t.id })),
)
// the version that was on screen when the form was opened: a later one is somebody else's work
const seen = ref(1)
function start() {
  seen.value = props.lot.version
  open.value = true
}

async function save() {
  const done = await attempt(() => change.mutateAsync({ version: seen.value, taxon: taxon.value, note: note.value }))
  if (done) open.value = false
}

function takeTheirs() {
  seen.value = Number(problem.value?.current?.version ?? props.lot.version)
}
</script>

<template>
  <v-btn v-if="!open" variant="outlined" color="primary" @click="start">{{
    lot.taxon ? 'Change' : 'Name the plant'
  }}</v-btn>
  <form v-else @submit.prevent="save">
    <v-autocomplete
      v-model="taxon"
      :items="plants"
      label="Plant"
      clearable
      :error-messages="at('/taxon').concat(at('/field_name'))"
    />
    <v-textarea v-model="note" label="Note" rows="2" />
    <div v-if="sentence" class="notice bad" role="alert">
      <p>{{ sentence }}</p>
      <template v-if="problem?.current">
        <p>There now: note “{{ problem.current.note }}”. Yours: “{{ note }}”.</p>
        <button type="button" class="again" @click="takeTheirs">I have looked: let me save mine over it</button>
      </template>
    </div>
    <FormFoot action="Save" :busy="change.isPending.value" sentence="" leave="Leave as it was" @leave="open = false" />
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
}

.notice p {
  margin: 0 0 6px;
}

.again {
  min-height: 44px;
  color: var(--leaf);
  text-decoration: underline;
}
</style>
