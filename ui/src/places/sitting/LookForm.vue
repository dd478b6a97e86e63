<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Look } from '../../api/client'
import { t } from '../../i18n'
import { useMay } from '../../me'
import Choices from '../../parts/Choices.vue'
import Field from '../../parts/Field.vue'
import Fold from '../../parts/Fold.vue'
import { useWords } from '../../parts/catalogue'
import { plain, sentence } from '../../parts/words'
import LastTime from './LastTime.vue'
import { useTheSitting } from './useSitting'

const { draft, change } = useTheSitting()
const { list, catalogue: all } = useWords()
const preset = (look: Look) => change((d) => (d.look = JSON.parse(JSON.stringify(look))))
const base = computed(() => draft.value?.look.items?.find((i) => i.zone === 'face'))
const queries = useQueryClient()
const mayKeep = useMay('keep_kit')
const { data: looks } = useQuery({ queryKey: ['looks'], queryFn: () => ask(api.GET('/api/looks')) })
const naming = ref(false)
const called = ref('')
const keep = useMutation({
  mutationFn: () => ask(api.PUT('/api/looks', { body: { name: called.value.trim(), look: draft.value!.look } })),
  onSuccess(all) {
    queries.setQueryData(['looks'], all)
    naming.value = false
    called.value = ''
  },
})
const drop = useMutation({
  mutationFn: (id: string) => ask(api.DELETE('/api/looks/{id}', { params: { path: { id } } })),
  onSuccess: (all) => queries.setQueryData(['looks'], all),
})
const finishes = list('finish')
const coverages = list('coverage')
const bases = list('foundation')
const necklines = list('neckline')
</script>

<template>
  <template v-if="draft">
    <div>
      <p class="legend">{{ t('lookForm.beginFromALookOf') }}</p>
      <div class="choices">
        <LastTime what="look" />
        <button v-for="p in all?.presets ?? []" :key="p.id" type="button" class="quiet" @click="preset(p.look)">
          {{ p.name }}
        </button>
      </div>
    </div>
    <div v-if="looks?.length || mayKeep">
      <p class="legend">{{ t('lookForm.looksOfYourOwn') }}</p>
      <div class="choices own">
        <span v-for="l in looks" :key="l.id" class="mine">
          <button type="button" class="quiet" @click="preset(l.look)">{{ l.name }}</button>
          <button
            v-if="mayKeep"
            type="button"
            class="off"
            :aria-label="t('lookForm.forget', { name: l.name })"
            @click="drop.mutate(l.id)"
          >
            ×
          </button>
        </span>
        <form v-if="naming" class="keep" @submit.prevent="keep.mutate()">
          <Field v-model="called" :label="t('lookForm.callItWhat')" />
          <button class="go" :disabled="!called.trim() || keep.isPending.value">{{ t('lookForm.keepIt') }}</button>
        </form>
        <button v-else-if="mayKeep" type="button" class="quiet" @click="naming = true">
          {{ t('lookForm.keepThisLook') }}
        </button>
      </div>
    </div>
    <Choices
      :legend="t('lookForm.finish')"
      :options="finishes"
      :model-value="draft.look.finish"
      @update:model-value="(v) => v && change((d) => (d.look.finish = v))"
    />
    <Choices
      :legend="t('lookForm.coverage')"
      :options="coverages"
      :model-value="draft.look.coverage ?? 'medium'"
      @update:model-value="(v) => change((d) => (d.look.coverage = v))"
    />
    <Choices
      :legend="t('lookForm.theFoundationIsBuiltOn')"
      :options="bases"
      :model-value="draft.look.base"
      @update:model-value="(v) => v && change((d) => (d.look.base = v))"
    />
    <Choices
      :legend="t('lookForm.neckline')"
      :options="necklines"
      :model-value="draft.look.neckline"
      @update:model-value="(v) => v && change((d) => (d.look.neckline = v))"
    />
    <div v-if="draft.look.items?.length">
      <p class="legend">{{ t('lookForm.whatMakeupGoesOn') }}</p>
      <ul>
        <li v-for="(it, i) in draft.look.items" :key="i">
          {{
            t('lookForm.onLoad', {
              item: sentence(it.item),
              zone: plain(it.zone),
              binder: plain(it.binder, 'binder_word'),
              load: it.load,
              keep: it.keep ? t('lookForm.toBeKept') : '',
              spf: it.spf ? t('lookForm.claims', { spf: it.spf }) : '',
            })
          }}
          <button
            type="button"
            class="off"
            :aria-label="t('lookForm.takeOff', { item: it.item })"
            @click="change((d) => d.look.items?.splice(i, 1))"
          >
            ×
          </button>
        </li>
      </ul>
    </div>
    <Fold
      v-if="base"
      :title="t('lookForm.aFactorThatTheBase')"
      :says="base.spf ? t('lookForm.neverCounted', { spf: base.spf }) : ''"
    >
      <Field
        :label="t('lookForm.factorOnTheFoundation')"
        type="number"
        min="0"
        :model-value="base.spf ?? ''"
        @update:model-value="
          (v) => change((d) => (d.look.items!.find((i) => i.zone === 'face')!.spf = Number(v) || undefined))
        "
      />
      <p class="soft">{{ t('lookForm.itIsNotCountedNobody') }}</p>
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
  min-height: 44px;
  cursor: pointer;
  font-weight: 700;
}
.own {
  align-items: end;
}
.mine {
  display: inline-flex;
}
.keep {
  display: inline-flex;
  gap: 8px;
  align-items: end;
}
</style>
