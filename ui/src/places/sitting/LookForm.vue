<script setup lang="ts">
import type { Look } from '../../api/client'
import { computed } from 'vue'
import Choices from '../../parts/Choices.vue'
import Field from '../../parts/Field.vue'
import Fold from '../../parts/Fold.vue'
import { useWords } from '../../parts/catalogue'
import { plain, sentence } from '../../parts/words'
import { useTheSitting } from './useSitting'

const { draft, change } = useTheSitting()
const { list, catalogue: all } = useWords()
const preset = (look: Look) => change((d) => (d.look = JSON.parse(JSON.stringify(look))))
const base = computed(() => draft.value?.look.items?.find((i) => i.zone === 'face'))
const finishes = list('finish')
const coverages = list('coverage')
const bases = list('foundation')
const necklines = list('neckline')
</script>

<template>
  <template v-if="draft">
    <div>
      <p class="legend">Begin from a look of ours</p>
      <div class="choices">
        <button v-for="p in all?.presets ?? []" :key="p.id" type="button" class="quiet" @click="preset(p.look)">
          {{ p.name }}
        </button>
      </div>
    </div>
    <Choices
      legend="Finish"
      :options="finishes"
      :model-value="draft.look.finish"
      @update:model-value="(v) => v && change((d) => (d.look.finish = v))"
    />
    <Choices
      legend="Coverage"
      :options="coverages"
      :model-value="draft.look.coverage ?? 'medium'"
      @update:model-value="(v) => change((d) => (d.look.coverage = v))"
    />
    <Choices
      legend="The foundation is built on"
      :options="bases"
      :model-value="draft.look.base"
      @update:model-value="(v) => v && change((d) => (d.look.base = v))"
    />
    <Choices
      legend="Neckline"
      :options="necklines"
      :model-value="draft.look.neckline"
      @update:model-value="(v) => v && change((d) => (d.look.neckline = v))"
    />
    <div v-if="draft.look.items?.length">
      <p class="legend">What makeup goes on</p>
      <ul>
        <li v-for="(it, i) in draft.look.items" :key="i">
          {{ sentence(it.item) }} on {{ plain(it.zone) }}: {{ plain(it.binder) }}, load {{ it.load
          }}{{ it.keep ? ', to be kept' : '' }}{{ it.spf ? `, claims ${it.spf}` : '' }}
          <button
            type="button"
            class="off"
            :aria-label="`Take off ${it.item}`"
            @click="change((d) => d.look.items?.splice(i, 1))"
          >
            ×
          </button>
        </li>
      </ul>
    </div>
    <Fold v-if="base" title="A factor that the base claims" :says="base.spf ? `${base.spf}, never counted` : ''">
      <Field
        label="Factor on the foundation"
        type="number"
        min="0"
        :model-value="base.spf ?? ''"
        @update:model-value="
          (v) => change((d) => (d.look.items!.find((i) => i.zone === 'face')!.spf = Number(v) || undefined))
        "
      />
      <p class="soft">It is not counted: nobody wears a sunscreen’s dose of foundation.</p>
    </Fold>
  </template>
</template>

<style scoped>
ul {
  margin: 4px 0 0;
  padding-left: 18px;
}
.off {
  border: 0;
  background: none;
  min-width: 40px;
  min-height: 36px;
  cursor: pointer;
  font-weight: 700;
}
</style>
