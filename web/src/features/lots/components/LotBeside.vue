<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/features/people'
import PageState from '@/shared/components/PageState.vue'
import PhotoStrip from '@/shared/components/PhotoStrip.vue'
import { isoDay } from '@/shared/format/dates'
import { useLot, useLotLedger, useLotPage } from '../api'
import LifeFurrow from '../components/LifeFurrow.vue'
import { lotSentence } from '../logic/said'

/** A lot beside its list: the sentence, its life, and what is done with it next. */
const props = defineProps<{ id: number }>()
const { user } = useSession()
const { data: lot, isPending, error, refetch } = useLot(() => props.id)
const { data: page } = useLotPage(() => props.id)
const { data: ledger } = useLotLedger(() => props.id)
const said = computed(() => (lot.value && page.value ? lotSentence(lot.value, page.value) : ''))
const today = isoDay(new Date())
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <template v-if="lot">
    <h2>
      <RouterLink :to="{ name: 'lot', params: { id } }"
        ><span class="code">{{ lot.code }}</span> {{ lot.common_name }}</RouterLink
      >
    </h2>
    <p class="sentence">{{ said }}</p>
    <LifeFurrow v-if="page && ledger" :key="id" :lot="lot" :page="page" :ledger="ledger" :today="today" />
    <ul v-if="page && page.bench.next.length" class="next">
      <li v-for="n in page.bench.next" :key="n.task">{{ n.sentence }}</li>
    </ul>
    <PhotoStrip v-if="page" :photos="page.bench.photos.slice(0, 2)" :of="`Seed of ${lot.code}`" :may-add="false" />
    <p class="go">
      <RouterLink :to="{ name: 'lot', params: { id } }">Open the lot</RouterLink>
      <template v-if="user?.may_plan && !lot.ended">
        <RouterLink :to="{ name: 'new-trial', query: { lot: id } }">New trial</RouterLink>
        <RouterLink :to="{ name: 'plan', query: { lot: id } }">Plan treatments</RouterLink>
        <RouterLink :to="{ name: 'new-sowing', query: { lot: id } }">Plan a sowing</RouterLink>
      </template>
    </p>
  </template>
</template>

<style scoped>
.next {
  margin: 10px 0;
  padding-left: 20px;
}
</style>
