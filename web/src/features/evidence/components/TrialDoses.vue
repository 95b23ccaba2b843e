<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import DoseSeries from '@/shared/components/DoseSeries.vue'
import PageState from '@/shared/components/PageState.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { usePlanDoses, useTrialDoses, type Comparison } from '../api'
import { asQuery } from '../logic/nextTrial'
import FigureFrame from './FigureFrame.vue'

/** The dose series of a trial: which dose is enough, with its uncertainty, and the series to lay out next. */
const props = defineProps<{ id: number; ladders: Comparison['ladders']; file: string; report?: boolean }>()
const router = useRouter()
const { user } = useSession()
const wanted = ref<number | null>(null)
const { data, isPending, error, refetch, isPlaceholderData } = useTrialDoses(() => props.id, wanted)
const planDoses = usePlanDoses(() => props.id)
const { attempt, sentence } = useProblem()

const trendOf = (lot: number | undefined) => props.ladders.find((l) => (l.lot?.id ?? 0) === (lot ?? 0))?.sentences ?? []
async function plan(lot: number | null) {
  const made = await attempt(() => planDoses.mutateAsync(lot))
  if (made) await router.push({ name: 'new-trial', query: asQuery(made) })
}
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <section v-for="s in data ?? []" :key="s.lot?.id ?? 0">
    <FigureFrame :title="s.lot ? `Dose and response of ${s.lot.code}` : 'Dose and response'" :file="file">
      <DoseSeries v-model:wanted="wanted" :series="s" :loading="isPlaceholderData" :still="report">
        <template v-if="s.next_sentence && !report">
          <p>{{ s.next_sentence }}</p>
          <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
          <v-btn
            v-if="user?.may_plan"
            class="no-print"
            variant="outlined"
            color="primary"
            :loading="planDoses.isPending.value"
            @click="plan(s.lot?.id ?? null)"
            >Plan this series</v-btn
          >
        </template>
        <p v-for="t in trendOf(s.lot?.id)" :key="t" class="quiet"><QuotedText :text="t" /></p>
      </DoseSeries>
    </FigureFrame>
  </section>
</template>
