<script setup lang="ts">
import { useProblem } from '@/shared/composables/useProblem'
import { moment } from '@/shared/format/dates'
import { sproutsGoWords } from '@/shared/labels'
import { useTakeBackLook, type BatchPage } from '../api'

/** Looks at the bag, the latest first; a slip can be undone and stays in the record. */
defineProps<{ looks: BatchPage['looks']; mayChange: boolean }>()

const takeBack = useTakeBackLook()
const { attempt, sentence } = useProblem()

function found(l: BatchPage['looks'][number]): string {
  return [
    l.missing ? 'not there' : '',
    l.frozen ? 'frozen' : '',
    l.dry ? 'dry' : '',
    l.mouldy ? `${l.mouldy} mouldy` : '',
    l.sprouted ? `${l.sprouted} sprouted${l.sprouts_go ? `, ${sproutsGoWords[l.sprouts_go]}` : ''}` : '',
  ]
    .filter(Boolean)
    .join(', ')
}
const did = (l: BatchPage['looks'][number]) =>
  [l.misted ? 'misted' : '', l.water_changed ? 'water changed' : '', l.opened ? 'opened' : 'inspected from outside']
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <p v-if="!looks.length" class="quiet">Not inspected yet.</p>
  <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  <ul class="plain">
    <li v-for="l in looks" :key="l.id">
      <span class="figures">{{ moment(l.at) }}</span> <span class="quiet">{{ l.by }}</span>
      <strong v-if="found(l)" :class="{ late: l.mouldy || l.frozen || l.missing }"> {{ found(l) }}</strong>
      <span v-else> fine</span>
      <span class="quiet"
        >{{ l.missing ? '' : did(l) }}<template v-if="l.note">; {{ l.note }}</template></span
      >
      <button v-if="mayChange" type="button" class="text-link" @click="attempt(() => takeBack.mutateAsync(l.id))">
        undo
      </button>
    </li>
  </ul>
</template>

<style scoped>
li > span,
li > strong {
  margin-right: 0.5em;
}
</style>
