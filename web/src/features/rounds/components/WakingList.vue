<script setup lang="ts">
import QuotedText from '@/shared/components/QuotedText.vue'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { furrowLabel, furrowPicture } from '@/shared/drawing/furrowOf'
import { percent, plural } from '@/shared/format/numbers'
import { inUnit, unitFor } from '@/shared/format/timescale'
import type { WakingTrial } from '../api'

defineProps<{ trials: WakingTrial[] }>()

const age = (t: WakingTrial) => {
  const unit = unitFor(t.today_day)
  return `${unit.name.replace(/s$/, '')} ${Math.floor(inUnit(t.today_day, unit))}`
}
const seen = (t: WakingTrial) => {
  if (!t.last_look_at) return 'not looked at yet'
  const days = (Date.now() - Date.parse(t.last_look_at)) / 86_400_000
  return days < 1 ? 'looked at today' : `last look ${plural(Math.floor(days), 'day')} ago`
}
</script>

<template>
  <section v-for="t in trials" :key="t.id" class="trial">
    <h3>
      <RouterLink :to="{ name: 'trial', params: { id: t.id } }">{{ t.lot_name }}</RouterLink>
      <span class="quiet age">{{ age(t) }}, {{ seen(t) }}</span>
    </h3>
    <p v-if="t.hint" class="hint">
      <QuotedText :text="t.hint" />{{ ' ' }}
      <RouterLink :to="{ name: 'decide', params: { id: t.id } }">Open the decision</RouterLink>
    </p>
    <div v-for="f in t.furrows" :key="f.id" class="row">
      <span class="name">{{ f.name }}</span>
      <FurrowDrawing
        :furrow="furrowPicture(f, t.today_day, t.length_days, false)"
        :domain="[0, Math.max(t.length_days, t.today_day)]"
        small
        :label="furrowLabel(f)"
      />
      <span class="share figures">{{ f.share === null ? '–' : `${percent(f.share)} %` }}</span>
    </div>
  </section>
</template>

<style scoped>
.trial {
  padding: 10px 0 8px;
  border-bottom: 1px solid var(--line-soft);
}

h3 a {
  color: var(--ink);
}

.hint {
  margin: 2px 0 6px;
}

.age {
  margin-left: 8px;
  font: 0.9rem var(--text);
}

.row {
  display: grid;
  grid-template-columns: minmax(72px, 118px) 1fr 52px;
  gap: 10px;
  align-items: end;
}

.name {
  overflow: hidden;
  font-size: 0.92rem;
  font-weight: 600;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.share {
  font-weight: 600;
  text-align: right;
}
</style>
