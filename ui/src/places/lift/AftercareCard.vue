<script setup lang="ts">
import { useRoute } from 'vue-router'
import CardPage from '../../parts/CardPage.vue'
import { longDate } from '../../parts/words'
import { useTheSitting } from '../sitting/useSitting'

const { plan } = useTheSitting()
const id = String(useRoute().params.id)
</script>

<template>
  <CardPage
    v-if="plan"
    title="Tonight and tomorrow"
    :who="`${plan.sitting.client.name}, ${longDate(plan.sitting.day.date)}`"
    :lines="plan.aftercare.card"
    :pdf="`/api/sittings/${id}/aftercare.pdf`"
    file="aftercare.pdf"
    :back="{ name: 'lift', params: { id } }"
    back-to="Back to Lift-off"
  />
</template>
