<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { PlaceField } from '@/features/places'
import CrumbTrail from '@/shared/components/CrumbTrail.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { useAddLot } from '../api'
import LotFields from '../components/LotFields.vue'
import { asRequest, lotForm } from '../logic/lotForm'

useTitle(() => 'Add lot')
const router = useRouter()
const add = useAddLot()
const { attempt, at, foot } = useProblem()
const lot = ref(lotForm())
const code = ref('')
const place = ref<number | null>(null)

async function save() {
  const made = await attempt(() =>
    add.mutateAsync({ ...asRequest(lot.value), code: code.value, place: place.value ?? null }),
  )
  if (made) await router.push({ name: 'lot', params: { id: made.id } })
}
</script>

<template>
  <main class="page narrow">
    <CrumbTrail :steps="[{ words: 'Lots', to: '/lots' }]" />
    <h1>Add lot</h1>
    <p class="sentence">
      Enter the plant, its origin and the date. A field name is enough while the species is unknown. Record seed from a
      stand you watch through its <RouterLink to="/stands">harvest</RouterLink>.
    </p>
    <form @submit.prevent="save">
      <div class="form-row top">
        <v-text-field
          v-model="code"
          label="Code on the bag"
          placeholder="leave empty for the next free one"
          maxlength="12"
          :error-messages="at('/code')"
        />
        <PlaceField v-model="place" label="Kept at" :messages="at('/place')" />
      </div>
      <LotFields v-model="lot" :at="at" />
      <FormFoot
        action="Save lot"
        :busy="add.isPending.value"
        :sentence="
          foot('/code', '/field_name', '/leave', '/collected_on', '/parents', '/claimed_percent', '/claimed_days')
        "
        @leave="router.push('/lots')"
      />
    </form>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 900px;
}

.top {
  margin-top: 18px;
}
</style>
