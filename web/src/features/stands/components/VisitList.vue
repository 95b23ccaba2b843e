<script setup lang="ts">
import { isoDay, moment } from '@/shared/format/dates'
import { percent, withDoubt } from '@/shared/format/numbers'
import { outcomeWords, reasonWords, signWords } from '@/shared/labels'
import { useTakeBackVisit, type VisitView } from '../api'

/** Visits of a stand, the latest first; one that was a slip is taken back and stays to be seen. */
defineProps<{ visits: readonly VisitView[]; mayChange: boolean }>()

const takeBack = useTakeBackVisit()
/** Visits of other years say which. */
const year = isoDay(new Date()).slice(0, 4)
</script>

<template>
  <p v-if="!visits.length" class="quiet">No visit recorded yet.</p>
  <ol v-else>
    <li v-for="v in visits" :key="v.id" :class="{ gone: !v.stands }">
      <a v-if="v.photo" :href="`/api/v1/photos/${v.photo}/`" target="_blank" rel="noopener"
        ><img
          :src="`/api/v1/photos/${v.photo}/`"
          :alt="`Photo of ${moment(v.at, !v.at.startsWith(year))}`"
          loading="lazy"
      /></a>
      <div>
        <p>
          <strong :class="{ struck: !v.stands }">{{
            v.outcome === 'watching' ? `${percent(v.share_ripe)} % ripe` : outcomeWords[v.outcome]
          }}</strong>
          <span class="quiet"> {{ moment(v.at, !v.at.startsWith(year)) }}, {{ v.by }}</span>
          <span v-if="!v.stands" class="quiet"> (undone)</span>
        </p>
        <p v-if="v.signs.length || v.sick || v.eaten">
          {{
            [
              ...v.signs.map((s) => signWords[s]),
              ...(v.sick ? ['sick plants'] : []),
              ...(v.eaten ? ['eaten'] : []),
            ].join(', ')
          }}
        </p>
        <p v-if="v.estimate">
          {{ withDoubt(v.estimate.seeds, v.estimate.se_seeds) }} seeds on the stand
          <span v-if="v.estimate.doubt" class="quiet">({{ reasonWords[v.estimate.doubt] }})</span>
        </p>
        <p v-if="v.note" class="quiet">{{ v.note }}</p>
      </div>
      <button
        v-if="mayChange && v.stands"
        type="button"
        class="text-link"
        :aria-label="`Undo the visit of ${moment(v.at, !v.at.startsWith(year))}`"
        @click="takeBack.mutate(v.id)"
      >
        Undo
      </button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  gap: 14px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

li > div {
  flex: 1;
  min-width: 0;
}

img {
  width: 72px;
  height: 72px;
  border-radius: 6px;
  object-fit: cover;
}

p {
  margin: 0;
}
</style>
