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
    title="Touch-ups"
    :who="`${plan.sitting.client.name}, ${longDate(plan.sitting.day.date)}`"
    :lines="plan.wear.card"
    :pdf="`/api/sittings/${id}/touch-ups.pdf`"
    file="touch-ups.pdf"
    :back="{ name: 'wear', params: { id } }"
    back-to="Back to Wear"
  />
</template>
