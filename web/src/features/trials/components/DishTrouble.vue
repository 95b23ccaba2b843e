<script setup lang="ts">
import { ref } from 'vue'
import { PlaceField } from '@/features/places'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, deviationWords } from '@/shared/labels'
import { useDishChanges, useTrialChanges, type NewDeviation } from '../api'

/** A deviation of one dish; or it is set aside from today, with the reason. */
const props = defineProps<{ dish: { id: number; code: string; remaining: number }; trial: number }>()
const emit = defineEmits<{ done: [gone: boolean] }>()

const KINDS = [...choicesOf(deviationWords), { value: 'set_aside' as const, title: 'Set it aside from now on' }]
const { deviate } = useTrialChanges()
const { setAside } = useDishChanges()
const { attempt, at, foot } = useProblem()
const kind = ref<(typeof KINDS)[number]['value']>('mould')
const words = ref('')
const seeds = ref('')
const place = ref<number | null>(null)
const client_id = crypto.randomUUID()

const HELP: Partial<Record<typeof kind.value, string>> = {
  part_moved: 'It stays one dish. Seeds in both places are counted together.',
  label_unreadable:
    'Find it by its place on the map, or by an earlier photo; write a new label. If neither helps, set it aside.',
  set_aside: 'It leaves shares and comparisons from today. Earlier days still count. You can undo this.',
  mould: 'Move it away from the other dishes. Do not breathe over it. Wash your hands. Pot nothing from it.',
}

async function save() {
  const chosen = kind.value
  const done = await attempt(async () => {
    if (chosen === 'set_aside') await setAside.mutateAsync({ id: props.dish.id, why: words.value })
    else {
      const body: NewDeviation = { client_id, kind: chosen, words: words.value, dish: props.dish.id }
      if (chosen === 'part_moved') Object.assign(body, { seeds: numberOrNull(seeds.value), place: place.value })
      await deviate.mutateAsync({ id: props.trial, ...body })
    }
    return true
  })
  if (done) emit('done', chosen === 'set_aside')
}
</script>

<template>
  <form class="trouble" @submit.prevent="save">
    <v-select v-model="kind" :items="KINDS" :label="`What is wrong with ${dish.code}`" />
    <p v-if="HELP[kind]" class="quiet">{{ HELP[kind] }}</p>
    <template v-if="kind === 'part_moved'">
      <v-text-field
        v-model="seeds"
        :label="`Seeds moved, of ${dish.remaining} left`"
        inputmode="numeric"
        :error-messages="at('/seeds')"
      />
      <PlaceField v-model="place" label="New place" :messages="at('/place')" />
    </template>
    <v-text-field
      v-model="words"
      :label="kind === 'set_aside' ? 'Why' : 'In words'"
      maxlength="200"
      :error-messages="at(kind === 'set_aside' ? '/why' : '/words')"
    />
    <FormFoot
      :action="kind === 'set_aside' ? 'Set it aside' : 'Save'"
      :busy="deviate.isPending.value || setAside.isPending.value"
      :sentence="foot('/seeds', '/place', '/why')"
      @leave="emit('done', false)"
    />
  </form>
</template>

<style scoped>
.trouble {
  display: grid;
  gap: 10px;
  margin-top: 10px;
  padding: 10px 12px;
  border-left: 4px solid var(--care);
  background: var(--sheet);
}

p {
  margin: 0;
  font-size: 0.92rem;
}
</style>
