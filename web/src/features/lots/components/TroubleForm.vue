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
      Sick, mouldy or eaten seed is kept closed and apart. Its waste goes closed into the bin, never on the compost.
      Insects that only visit are let out: they show what the plant is worth.
    </p>
    <ChipChoice v-model="found" label="What is in it" :choices="CHOICES" />
    <v-text-field v-model="note" label="What exactly" maxlength="200" />
    <FormFoot action="Note it" :busy="trouble.isPending.value" :sentence="foot()" @leave="emit('done')" />
  </form>
</template>
