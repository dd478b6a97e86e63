<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import Select from 'ant-design-vue/es/select'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import { useMe } from '../../me'
import { useTheSitting } from './useSitting'

const { draft, change } = useTheSitting()
const { data: me } = useMe()
const { data: all } = useQuery({ queryKey: ['catalogue'], queryFn: () => ask(api.GET('/api/catalogue')), staleTime: Infinity })
const methods = computed(() => (all.value?.methods ?? []).filter((m) => m.part === 'prep'))
const picked = (key: string, first: string) => draft.value?.method?.[key] ?? first
const house = (key: string, first: string) => me.value?.method[key] ?? first
</script>

<template>
  <p class="soft">The studio’s way stands unless this sitting differs. Each choice carries its reason.</p>
  <div v-if="draft" class="grid">
    <div v-for="m in methods" :key="m.key" class="field">
      <label :for="'m-' + m.key">{{ m.name }}<template v-if="picked(m.key, m.options[0].id) !== house(m.key, m.options[0].id)"> · differs here</template></label>
      <Select :id="'m-' + m.key" :value="picked(m.key, m.options[0].id)" :options="m.options.map((o) => ({ value: o.id, label: o.name }))" @change="(v) => change((d) => (d.method = { ...d.method, [m.key]: String(v) }))" />
      <p class="soft why">{{ m.options.find((o) => o.id === picked(m.key, m.options[0].id))?.reason }}</p>
    </div>
  </div>
</template>

<style scoped>
.grid { display: grid; grid-template-columns: 1fr 1fr; gap: 14px 20px; }
.why { font-size: 14px; }
</style>
