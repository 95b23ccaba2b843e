<script setup lang="ts">
import { ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { choicesOf, troubleWords } from '@/shared/labels'
import { useLotWork, type Lot } from '../api'

/** What was found in a lot: some of it means quarantine, some only shows what the plant is worth. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: [] }>()

const CHOICES = [...choicesOf(troubleWords), { value: 'none' as const, title: 'nothing (any more)' }]
const { trouble } = useLotWork(() => props.lot.id)
const { attempt, foot } = useProblem()
// empty where there is none, whatever the type says
const there: string = props.lot.trouble
const found = ref<(typeof CHOICES)[number]['value'][]>([there ? props.lot.trouble : 'none'])
const note = ref(props.lot.trouble_note)

async function save() {
  const chosen = found.value[0]
  const done = await attempt(() =>
    trouble.mutateAsync({
      version: props.lot.version,
      trouble: chosen === 'none' || chosen === undefined ? null : chosen,
      note: note.value,
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <p class="quiet">
      Keep sick, mouldy or eaten seed closed and apart. Put its waste in a closed bag in the bin, never on compost.
      Release insects that only visit.
    </p>
    <ChipChoice v-model="found" label="Problem" :choices="CHOICES" />
    <v-text-field v-model="note" label="Details" maxlength="200" />
    <FormFoot action="Save" :busy="trouble.isPending.value" :sentence="foot()" @leave="emit('done')" />
  </form>
</template>
