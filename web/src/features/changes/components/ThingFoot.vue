<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import HistoryList from '@/shared/components/HistoryList.vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { deleteThing, useHistory, type ThingKind } from '../api'

/** The foot of a thing's page: who changed what of it; and for the lead, deleting it, which can be undone. */
const props = defineProps<{ kind: ThingKind; id: number; name: string; deletable?: boolean; noHistory?: boolean }>()
const router = useRouter()
const { user } = useSession()
const wanted = ref(false)
const { data: entries, isFetching, error, refetch } = useHistory(() => ({ kind: props.kind, id: props.id }), wanted)
const queries = useQueryClient()
const { succeeds, sentence } = useProblem()

async function takeAway() {
  const gone = await succeeds(() => deleteThing({ kind: props.kind, id: props.id }))
  if (!gone) return
  await router.push({ name: 'changes', query: { deleted: `${props.kind}-${props.id}` } })
  await queries.invalidateQueries()
}
</script>

<template>
  <footer class="foot no-print">
    <button v-if="!noHistory && !wanted" type="button" class="text-link" @click="wanted = true">History</button>
    <template v-if="wanted">
      <PageState :pending="isFetching && !entries" :error="error" @retry="refetch" />
      <HistoryList v-if="entries" :entries="entries" open />
    </template>
    <button v-if="deletable && user?.may_lead" type="button" class="text-link" @click="takeAway">
      Delete {{ name }}
    </button>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  </footer>
</template>

<style scoped>
.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  align-items: flex-start;
  margin-top: 28px;
}

.foot > .text-link {
  min-height: 44px;
}
</style>
