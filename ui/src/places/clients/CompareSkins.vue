<script setup lang="ts">
// CompareSkins shows a client's skin at two sittings side by side, and what changed between them.
import { t } from '../../i18n'
import { useQuery } from '@tanstack/vue-query'
import Pick from '../../parts/fields/Pick.vue'
import { computed, ref, watch } from 'vue'
import { api, ask } from '../../api/client'
import { plain, zones, type Zone } from '../../parts/words'
import { shortDate } from '../../i18n/format'
import ZonePlan from '../sitting/ZonePlan.vue'

const props = defineProps<{ client: string }>()
const { data: skins } = useQuery({
  queryKey: ['skins', props.client],
  queryFn: () => ask(api.GET('/api/clients/{id}/skins', { params: { path: { id: props.client } } })),
})
const left = ref<string>()
const right = ref<string>()
const zone = ref<Zone>('forehead')
watch(
  skins,
  (s) => {
    right.value ??= s?.[0]?.sitting
    left.value ??= s?.[1]?.sitting ?? s?.[0]?.sitting
  },
  { immediate: true },
)
const options = computed(() =>
  (skins.value ?? []).map((s) => ({
    value: s.sitting,
    label: `${shortDate(s.on)}, ${s.title || t('common.sitting2')}`,
  })),
)
const of = (id?: string) => skins.value?.find((s) => s.sitting === id)
const marked = (g: { marks?: string[] }) => (g.marks ?? []).map(plain).join(', ') || t('common.none')
const changes = computed(() => {
  const a = of(left.value)?.zones
  const b = of(right.value)?.zones
  if (!a || !b) return []
  return zones.flatMap((z) => {
    const x = a[z] ?? {}
    const y = b[z] ?? {}
    const parts = [
      x.oil !== y.oil ? t('compareSkins.oil', { from: x.oil ?? '–', to: y.oil ?? '–' }) : '',
      x.water !== y.water ? t('compareSkins.water', { from: x.water ?? '–', to: y.water ?? '–' }) : '',
      (x.marks ?? []).join() !== (y.marks ?? []).join()
        ? t('compareSkins.marks', { from: marked(x), to: marked(y) })
        : '',
    ].filter(Boolean)
    return parts.length ? [`${plain(z)}: ${parts.join(', ')}`] : []
  })
})
</script>

<template>
  <section v-if="skins && skins.length > 1" class="sheet part" aria-labelledby="two-title">
    <h2 id="two-title">{{ t('compareSkins.twoDatesSideBySide') }}</h2>
    <div class="two">
      <div v-for="side in [0, 1]" :key="side">
        <Pick
          :label="side ? t('compareSkins.laterDate') : t('compareSkins.earlierDate')"
          bare
          :model-value="side ? right : left"
          :options="options"
          @update:model-value="(v) => (side ? (right = v ?? '') : (left = v ?? ''))"
        />
        <p>
          <b>{{ of(side ? right : left)?.type.type }}</b> {{ of(side ? right : left)?.type.overlays.join(', ') }}
        </p>
        <ZonePlan v-model="zone" :read="of(side ? right : left)?.zones ?? {}" :name="'side' + side" />
      </div>
    </div>
    <p>
      {{
        changes.length
          ? t('compareSkins.changed') + ' ' + changes.join('; ') + '.'
          : t('compareSkins.noGradeChangedBetweenThe')
      }}
    </p>
  </section>
</template>

<style scoped>
.part {
  padding: 16px 20px 20px;
  display: grid;
  gap: 12px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 28px;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
