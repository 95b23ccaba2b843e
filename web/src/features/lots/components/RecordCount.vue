<script lang="ts">
/** What a count is: a change of the stock, or a sample that only turns grams into seeds. */
export type CountUse = 'in' | 'recount' | 'drawn' | 'lost' | 'sample'
</script>

<script setup lang="ts">
import { computed } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { plural } from '@/shared/format/numbers'
import { useRecordCount, type PhotoMarks } from '../api'
import type { tallied } from '../logic/photoCount'

/** Records what was counted in photos: in the ledger, as weighed samples, or (with `states`) as a cut test. */
const props = defineProps<{
  lotId: number
  photos: PhotoMarks[]
  count: number
  states: ReturnType<typeof tallied> | null
  weighed: boolean
  example: boolean
}>()
const use = defineModel<CountUse[]>('use', { required: true })
const note = defineModel<string>('note', { required: true })
const emit = defineEmits<{ done: []; leave: [] }>()

const USES: { value: CountUse; title: string }[] = [
  { value: 'in', title: 'came in' },
  { value: 'recount', title: 'this is all there is' },
  { value: 'drawn', title: 'drawn' },
  { value: 'lost', title: 'lost' },
  { value: 'sample', title: 'only a sample' },
]
const record = useRecordCount(() => props.lotId)
const { attempt, sentence } = useProblem()
const action = computed(() =>
  props.states ? `Record the cut test of ${plural(props.count, 'seed')}` : `Record ${plural(props.count, 'seed')}`,
)
const hindrance = computed(() => {
  if (props.example) return 'The example is made up. Leave it out to record your own photos.'
  if (props.states?.open) return `${plural(props.states.open, 'seed')} not judged yet.`
  if (!props.states && use.value[0] === 'sample' && !props.weighed) return 'Weigh the seeds of each photo first.'
  return ''
})
async function save() {
  const kind = use.value[0]
  const done = await attempt(() =>
    record.mutateAsync({
      photos: props.photos,
      stock: props.states || kind === 'sample' ? null : (kind ?? null),
      sample: !props.states && props.weighed,
      cut: props.states !== null,
      reason: note.value,
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <h2 class="ruled">Record</h2>
    <ChipChoice v-if="!states" v-model="use" label="What the count is" :choices="USES" />
    <v-text-field v-model="note" label="Note" maxlength="200" />
    <p v-if="hindrance" class="quiet">{{ hindrance }}</p>
    <FormFoot
      :action="action"
      :busy="record.isPending.value"
      :disabled="!!hindrance || !count"
      :sentence="sentence"
      @leave="emit('leave')"
    />
  </form>
</template>
