<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { STEP_KINDS } from '@/shared/kinds'
import { schoolWords } from '@/shared/labels'
import { checkRecipe, useStarters, useWriteRecipe, type Recipe } from '../api'
import { formOf, newStep, stepOf, type StepForm } from '../logic/steps'
import StepFields from './StepFields.vue'

/** New recipe as ordered steps, from nothing, from a starter, or the next edition of one; the rules speak along. */
const props = defineProps<{ from: Recipe | null }>()
const emit = defineEmits<{ done: [] }>()

const write = useWriteRecipe()
const { data: starters } = useStarters()
const { attempt, at, sentence } = useProblem()
const name = ref(props.from?.name ?? '')
const note = ref(props.from?.note ?? '')
const source = ref(props.from?.source ?? '')
const inCold = ref(props.from?.germinates_in_cold ?? false)
const school = ref<Recipe['school']>(props.from?.school ?? '')
const steps = ref<StepForm[]>(props.from ? props.from.steps.map(formOf) : [newStep()])
const starter = ref<string | null>(null)
const handled = ref(false)
const hurts = computed(() => steps.value.some((s) => STEP_KINDS[s.kind].burns))
const choices = computed(() =>
  (starters.value ?? []).map((s, i) => ({
    value: String(i),
    title: s.plant ? `${s.plant}: ${s.name}` : `${s.name}${s.school ? ` (school: ${schoolWords[s.school]})` : ''}`,
  })),
)
const chosen = computed(() => (starter.value === null ? undefined : starters.value?.[Number(starter.value)]))

watch(chosen, (s) => {
  if (!s) return
  name.value = s.plant ? `${s.plant}: ${s.name}` : s.name
  note.value = s.why
  source.value = s.source ?? ''
  inCold.value = s.germinates_in_cold ?? false
  school.value = s.school ?? ''
  steps.value = s.steps.map(formOf)
})

const advice = ref<{ step: number | null; sentence: string }[]>([])
let asked = 0
let timer = 0
watch(
  steps,
  () => {
    window.clearTimeout(timer)
    timer = window.setTimeout(async () => {
      const mine = ++asked
      try {
        const said = await checkRecipe(steps.value.map(stepOf))
        if (mine === asked) advice.value = said
      } catch {
        // half-typed steps, or no signal: the rules are silent, saving says what is wrong
        advice.value = []
      }
    }, 300)
  },
  { deep: true, immediate: true },
)

function swap(i: number, j: number) {
  const all = [...steps.value]
  const [a, b] = [all[i], all[j]]
  if (!a || !b) return
  all[i] = b
  all[j] = a
  steps.value = all
}

async function save() {
  const made = await attempt(() =>
    write.mutateAsync({
      name: name.value,
      note: note.value,
      source: source.value,
      school: school.value,
      germinates_in_cold: inCold.value,
      replaces: props.from?.id ?? null,
      steps: steps.value.map(stepOf),
    }),
  )
  if (made) emit('done')
}
</script>

<template>
  <form class="recipe-form" @submit.prevent="save">
    <v-autocomplete
      v-if="!from"
      v-model="starter"
      :items="choices"
      label="Starter recipe (a starting point, not tested here)"
      clearable
    />
    <p v-if="chosen" class="notice">
      <strong>Why: </strong>{{ chosen.why }} <span class="quiet">{{ chosen.source }}</span>
    </p>
    <v-text-field v-model="name" label="Name" :disabled="from !== null" maxlength="80" :error-messages="at('/name')" />
    <StepFields
      v-for="(_, i) in steps"
      :key="i"
      v-model="steps[i]!"
      :index="i"
      :count="steps.length"
      :at="at"
      @remove="steps.splice(i, 1)"
      @up="swap(i, i - 1)"
      @down="swap(i, i + 1)"
    />
    <div class="actions">
      <v-btn variant="outlined" color="primary" @click="steps.push(newStep())">Add a step</v-btn>
    </div>
    <p v-for="a in advice" :key="a.sentence" class="notice" role="status">{{ a.sentence }}</p>
    <label class="tick"
      ><input v-model="inCold" type="checkbox" /> It germinates in the cold: leave the bag there and count
      sprouts</label
    >
    <div class="form-row">
      <v-textarea v-model="note" label="Note" rows="2" />
      <v-text-field v-model="source" label="Source" maxlength="200" />
    </div>
    <p v-if="hurts" class="notice bad">
      Acid and heat hurt: acid only for trained people where local codes allow it, with goggles, gloves and apron in a
      fume-safe place. Sandpaper is the gentler way.
      <label class="confirm"
        ><input v-model="handled" type="checkbox" /> I am trained for this and it is allowed here</label
      >
    </p>
    <FormFoot
      :action="from ? `Save as version ${from.edition + 1}` : 'Save recipe'"
      :busy="write.isPending.value"
      :sentence="sentence"
      :disabled="hurts && !handled"
      @leave="emit('done')"
    />
  </form>
</template>

<style scoped>
.recipe-form {
  display: grid;
  gap: 12px;
  max-width: 900px;
  margin: 16px 0 28px;
}

.recipe-form p {
  margin: 0;
}

.confirm {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 48px;
}
</style>
