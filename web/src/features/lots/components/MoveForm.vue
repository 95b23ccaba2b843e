<script setup lang="ts">
import { computed, ref } from 'vue'
import { PlaceField } from '@/features/places'
import FormFoot from '@/shared/components/FormFoot.vue'
import StaleNotice from '@/shared/components/StaleNotice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { choicesOf, containerWords } from '@/shared/labels'
import { useLotWork, type Lot, type LotBench } from '../api'

/** Where a lot lies and in what. Paper first while it dries, airtight once it is dry. */
const props = defineProps<{ lot: Lot; bench: LotBench }>()
const emit = defineEmits<{ done: [] }>()

const CONTAINERS = choicesOf(containerWords)
const { move } = useLotWork(() => props.lot.id)
const { attempt, at, foot, problem, question } = useProblem()
const place = ref(props.lot.place ?? null)
const container = ref(props.lot.container || undefined)
const agent = ref(props.lot.drying_agent ?? false)
const seen = ref(props.lot.version)
const yours = computed(() => ({ place: place.value, container: container.value, drying_agent: agent.value }))

async function save(sure = false) {
  const done = await attempt(() =>
    move.mutateAsync({ version: seen.value, ...yours.value, container: container.value || undefined, sure }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save()">
    <p class="quiet">{{ bench.dry_sentence }} Paper while it dries, airtight once it is dry.</p>
    <div class="form-row">
      <PlaceField v-model="place" label="Place" :messages="at('/place')" />
      <v-select
        v-model="container"
        :items="CONTAINERS"
        label="Container"
        clearable
        :error-messages="at('/container')"
      />
    </div>
    <label class="tick"><input v-model="agent" type="checkbox" /> With desiccant</label>
    <StaleNotice :problem="problem" :yours="yours" @over="(version) => (seen = version)" />
    <FormFoot
      action="Move here"
      :busy="move.isPending.value"
      :question="question"
      :sentence="problem?.current ? '' : foot('/place', '/container')"
      @leave="emit('done')"
      @sure="save(true)"
    />
  </form>
</template>
