<script setup lang="ts">
import { computed, ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { choicesOf, mediumWords, stepWords, unitWords } from '@/shared/labels'
import { useWriteRecipe, type Recipe, type RecipeRequest } from '../api'

/** Write a recipe as ordered steps, or the next edition of one. */
const props = defineProps<{ from: Recipe | null }>()
const emit = defineEmits<{ done: [] }>()

type Step = RecipeRequest['steps'][number]

const write = useWriteRecipe()
const { attempt, at, sentence } = useProblem()
const name = ref(props.from?.name ?? '')
const note = ref(props.from?.note ?? '')
const steps = ref<Step[]>(props.from ? props.from.steps.map((s) => ({ ...s })) : [newStep()])
const handled = ref(false)

const KINDS = choicesOf(stepWords)
const UNITS = choicesOf(unitWords)
const MEDIA = choicesOf(mediumWords)
const done = (s: Step) => s.kind === 'nick' || s.kind === 'sandpaper'
const hurts = computed(() => steps.value.some((s) => s.kind === 'acid' || s.kind === 'hot_water'))

function newStep(): Step {
  return { kind: 'cold_moist', duration: 28, unit: 'd', temperature_c: 3, medium: 'sand' }
}

const number = (v: unknown) => (v === '' || v === null || v === undefined ? null : Number(v))

async function save() {
  const made = await attempt(() =>
    write.mutateAsync({
      name: name.value,
      note: note.value,
      replaces: props.from?.id ?? null,
      steps: steps.value.map((s) => ({
        ...s,
        duration: done(s) ? 0 : Number(s.duration),
        temperature_c: number(s.temperature_c),
      })),
    }),
  )
  if (made) emit('done')
}
</script>

<template>
  <form @submit.prevent="save">
    <v-text-field v-model="name" label="Name" :disabled="from !== null" :error-messages="at('/name')" />
    <fieldset v-for="(s, i) in steps" :key="i">
      <legend>Step {{ i + 1 }}</legend>
      <v-select v-model="s.kind" :items="KINDS" label="What" />
      <template v-if="!done(s)">
        <v-text-field
          v-model="s.duration"
          label="How long"
          inputmode="decimal"
          :error-messages="at(`/steps/${i}/duration`)"
        />
        <v-select v-model="s.unit" :items="UNITS" label="Unit" />
        <v-text-field v-model="s.temperature_c" label="Temperature, °C" inputmode="decimal" />
        <v-select v-model="s.medium" :items="MEDIA" label="In" clearable />
      </template>
      <v-btn v-if="steps.length > 1" variant="text" @click="steps.splice(i, 1)">Take out</v-btn>
    </fieldset>
    <div class="actions">
      <v-btn variant="outlined" color="primary" @click="steps.push(newStep())">Add a step</v-btn>
    </div>
    <v-textarea v-model="note" label="Note" rows="2" />
    <p v-if="hurts" class="notice bad">
      Acid and hot water hurt: acid only for trained people where local codes allow it, with goggles, gloves and apron
      in a fume-safe place. Sandpaper is the gentler way.
      <label class="confirm"
        ><input v-model="handled" type="checkbox" /> I am trained for this and it is allowed here</label
      >
    </p>
    <FormFoot
      :action="from ? `Save as edition ${from.edition + 1}` : 'Save the recipe'"
      :busy="write.isPending.value"
      :sentence="sentence"
      :disabled="hurts && !handled"
      @leave="emit('done')"
    />
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 14px;
  max-width: 760px;
  margin: 16px 0 28px;
}

fieldset {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(132px, 1fr));
  gap: 10px;
  padding: 10px 0;
  border: 0;
  border-top: 1px solid var(--line);
}

.confirm {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 48px;
}
</style>
