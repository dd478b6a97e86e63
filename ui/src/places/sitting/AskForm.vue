<script setup lang="ts">
// AskForm is the consultation, asked again at every sitting: everything on one page, changed where it changed.
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import Conditions from '../../parts/Conditions.vue'
import Tick from '../../parts/fields/Tick.vue'
import Toggles from '../../parts/Toggles.vue'
import WordList from '../../parts/WordList.vue'
import { useWords } from '../../parts/catalogue'
import { clock, plain } from '../../parts/words'
import { useTheSitting } from './useSitting'

const { draft, change, plan } = useTheSitting()
const { list, catalogue: all } = useWords()
const { data: shelf } = useQuery({ queryKey: ['kit'], queryFn: () => ask(api.GET('/api/kit')) })
const asked = computed(() => plan.value?.sitting.asked)
const implied = computed(() =>
  (draft.value?.client.allergies ?? []).map((a) => {
    const also = all.value?.implied[a] ?? []
    const out = (shelf.value ?? []).filter((s) => !s.retired && s.rules_out.includes(a)).map((s) => s.product.name)
    return { a, also, out }
  }),
)
const wears = list('wear')
const eyes = list('eyes')
</script>

<template>
  <template v-if="draft">
    <div class="top">
      <p v-if="asked?.at" class="done">
        <b>Asked at {{ clock(asked.at) }}</b> by {{ asked.by }}.
      </p>
      <button v-else type="button" class="go" @click="change((d) => (d.asked = true))">Asked, all noted</button>
      <p class="soft">Allergies, lenses, medicines, procedures: has anything changed since last time?</p>
    </div>
    <WordList
      label="Allergies"
      hint="Tags, like fragrance, latex, nut_oil"
      :model-value="draft.client.allergies"
      @update:model-value="(v) => change((d) => (d.client.allergies = v))"
    />
    <ul v-if="implied.length" class="implied">
      <li v-for="i in implied" :key="i.a">
        <b>{{ plain(i.a) }}</b><template v-if="i.also.length"> covers {{ i.also.map(plain).join(', ') }} too</template
        >; {{ i.out.length ? 'rules out ' + i.out.join(', ') : 'rules out nothing in the kit' }}.
      </li>
    </ul>
    <Toggles
      legend="Wears today"
      :options="wears"
      :model-value="draft.client.wears ?? []"
      @update:model-value="(v) => change((d) => (d.client.wears = v))"
    />
    <Toggles
      legend="Eyes"
      :options="eyes"
      :model-value="draft.client.eyes ?? []"
      @update:model-value="(v) => change((d) => (d.client.eyes = v))"
    />
    <Conditions
      :model-value="draft.client.conditions"
      @update:model-value="(v) => change((d) => (d.client.conditions = v))"
    />
    <WordList
      label="Would rather avoid"
      :model-value="draft.client.dislikes"
      @update:model-value="(v) => change((d) => (d.client.dislikes = v))"
    />
    <WordList
      label="Wishes"
      hint="Like vegan, no_alcohol"
      :model-value="draft.client.wishes"
      @update:model-value="(v) => change((d) => (d.client.wishes = v))"
    />
    <Tick
      label="Guardian present and consenting"
      :model-value="draft.client.guardian ?? false"
      @update:model-value="(v) => change((d) => (d.client.guardian = v))"
    />
  </template>
</template>

<style scoped>
.top {
  display: flex;
  gap: 16px;
  align-items: center;
}
.top .go {
  flex: none;
}
.done {
  color: var(--glaze);
}
.implied {
  margin: -8px 0 0;
  padding-left: 18px;
  font-size: 15px;
}
</style>
