<script setup lang="ts">
import { computed } from 'vue'
import { day } from '@/shared/format/dates'
import { sheddingWords } from '@/shared/labels'
import type { Stand } from '../api'

/** What is known of a stand, and whether one may take from it. */
const props = defineProps<{ stand: Stand; today: string }>()

const leave = computed(() => {
  const s = props.stand
  if (s.own_ground) return 'own land'
  if (!s.leave_by) return 'no permission yet: do not collect'
  return s.leave_until ? `${s.leave_by}, until ${day(s.leave_until)}` : s.leave_by
})
const leaveOver = computed(
  () => !props.stand.own_ground && (!props.stand.leave_by || (props.stand.leave_until ?? '9999') < props.today),
)
const where = computed(() => {
  const p = props.stand.position
  if (!p) return ''
  const ends = [
    `${Math.abs(p.latitude)}° ${p.latitude < 0 ? 'S' : 'N'}`,
    `${Math.abs(p.longitude)}° ${p.longitude < 0 ? 'W' : 'E'}`,
  ]
  return p.exact ? ends.join(', ') : `about ${ends.join(', ')} (shown coarse)`
})
</script>

<template>
  <p v-if="stand.protected" class="notice bad">
    Protected here: {{ stand.licence ? `licence ${stand.licence}` : 'no licence recorded: do not collect' }}.
  </p>
  <p v-if="stand.invasive" class="notice bad">Invasive here: do not move its seed elsewhere.</p>
  <p v-if="stand.may_be_mown" class="notice">
    May be mown{{ stand.mown_from ? `, from ${day(stand.mown_from)} on` : '' }}. Strips that mowing misses hold seed.
  </p>
  <dl class="facts">
    <dt>Permission</dt>
    <dd :class="{ late: leaveOver }">{{ leave }}<template v-if="leaveOver && stand.leave_by"> (ended)</template></dd>
    <dt>Sheds</dt>
    <dd>{{ sheddingWords[stand.shedding ?? 'holds'] }}</dd>
    <dt>Plants</dt>
    <dd>{{ stand.plants ?? 'not counted' }}</dd>
    <template v-if="stand.habitat"
      ><dt>Habitat</dt>
      <dd>{{ stand.habitat }}</dd></template
    >
    <template v-if="stand.ecoregion"
      ><dt>Ecoregion</dt>
      <dd>{{ stand.ecoregion }}</dd></template
    >
    <template v-if="where"
      ><dt>Where</dt>
      <dd>
        {{ where }}<template v-if="stand.elevation_m">, {{ stand.elevation_m }} m</template>
      </dd></template
    >
    <template v-if="stand.note"
      ><dt>Note</dt>
      <dd>{{ stand.note }}</dd></template
    >
  </dl>
</template>
