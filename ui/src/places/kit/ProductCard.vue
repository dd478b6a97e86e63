<script setup lang="ts">
// ProductCard is one product with all its properties, to read, change, copy, retire or calibrate.
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import ATextarea from 'ant-design-vue/es/input/TextArea'
import { computed, reactive, ref, useId } from 'vue'
import { api, ask, Problem, type Product, type Shelved } from '../../api/client'
import { useDraft } from '../../keep/seal'
import Choices from '../../parts/Choices.vue'
import Field from '../../parts/Field.vue'
import DateField from '../../parts/fields/DateField.vue'
import Pick from '../../parts/fields/Pick.vue'
import Tick from '../../parts/fields/Tick.vue'
import Trouble from '../../parts/Trouble.vue'
import WordList from '../../parts/WordList.vue'
import { useWords } from '../../parts/catalogue'
import { names, plain } from '../../parts/words'

const props = defineProps<{ shelved?: Shelved }>()
const emit = defineEmits<{ kept: [Shelved] }>()
const queries = useQueryClient()
const { list } = useWords()
const state = reactive({ version: props.shelved?.version ?? 0, retired: props.shelved?.retired ?? false })
const p = ref<Product>(
  props.shelved ? JSON.parse(JSON.stringify(props.shelved.product)) : { id: '', name: '', kind: 'moisturiser_lotion' },
)
const draft = useDraft('product:' + (props.shelved?.product.id ?? 'new'), p)
const listId = useId()
const kinds = list('kind')
const bases = list('base', [''])
const containers = list('container', [''])
const filters = list('filters')
const flags = [
  ['eye_safe', 'Eye-safe'],
  ['lens_safe', 'Lens-safe'],
  ['broad_spectrum', 'Broad spectrum'],
  ['tinted', 'Tinted'],
  ['aerosol', 'Aerosol'],
  ['flammable', 'Flammable'],
  ['first_use', 'New to the studio'],
  ['ingredients_unconfirmed', 'Ingredients not confirmed'],
  ['house', 'Our own choice of its kind'],
  ['neutralise', 'Taken off with water, by the label'],
] as const
const numbers = [
  ['weight', 'Weight, 0–5'],
  ['spf', 'Factor on the label'],
  ['white_cast', 'White cast, 0–3'],
  ['water_resistant_min', 'In water, min'],
  ['pack_g', 'Pack, g'],
  ['remaining_g', 'Remaining, g'],
  ['count', 'Count'],
  ['grams_per_unit', 'Grams a unit'],
  ['price', 'Price'],
  ['pao_months', 'Months after opening'],
  ['density', 'Density'],
  ['contact_min_s', 'Stays at least, s'],
  ['contact_max_s', 'Stays at most, s'],
  ['ph', 'pH'],
] as const
const actives = computed({
  get: () => Object.entries(p.value.actives ?? {}).map(([a, n]) => `${a}=${n}`),
  set: (words: string[]) =>
    (p.value.actives = Object.fromEntries(words.map((w) => [w.split('=')[0], Number(w.split('=')[1] ?? 1) || 0]))),
})

function tidy(product: Product) {
  const t: Record<string, unknown> = { ...product }
  for (const [k] of numbers) {
    if (t[k] === '' || t[k] === null || t[k] === undefined) delete t[k]
    else t[k] = Number(t[k])
  }
  for (const k of ['opened_on', 'expires_on', 'maker', 'unit', 'finish', 'ingredients']) if (!t[k]) delete t[k]
  if (!t.id)
    t.id =
      String(t.name ?? '')
        .toLowerCase()
        .replaceAll(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '') || 'product'
  return t as Product
}
const save = useMutation({
  mutationFn: () =>
    ask(api.PUT('/api/kit', { body: { version: state.version, retired: state.retired, product: tidy(p.value) } })),
  retry: (_n, e) => e instanceof Problem && e.away,
  retryDelay: 3_000,
  onSuccess(s) {
    state.version = s.version
    p.value = JSON.parse(JSON.stringify(s.product))
    draft.done()
    queries.invalidateQueries({ queryKey: ['kit'] })
    emit('kept', s)
  },
  onError(e) {
    if (e instanceof Problem && e.status === 409) state.version = (e.current as Shelved).version
  },
})
const faults = computed(() => (save.error.value instanceof Problem ? save.error.value.faults : []))
const fault = (field: string) => faults.value.find((f) => f.location === 'product.' + field)?.message
function copy() {
  p.value = { ...p.value, id: '', name: p.value.name + ', copy' }
  state.version = 0
}
function retire() {
  state.retired = !state.retired
  save.mutate()
}
const broken = ref(false)
const weigh = useMutation({
  mutationFn: () =>
    ask(api.POST('/api/kit/{id}/strokes', { params: { path: { id: p.value.id }, query: { fault: broken.value } } })),
})
function take() {
  if (!weigh.data.value) return
  p.value.grams_per_unit = weigh.data.value.grams_per_unit
  p.value.unit ||= 'pump'
  save.mutate()
}
</script>

<template>
  <form class="card" @submit.prevent="save.mutate()">
    <p v-if="draft.back.value" class="soft" role="status">What you had typed here is back; it is not saved yet.</p>
    <p v-if="shelved" class="soft">
      {{ shelved.suits.length ? 'Suits ' + shelved.suits.map(plain).join(', ') + '. ' : ''
      }}{{
        shelved.rules_out.length
          ? 'Ruled out by an allergy to ' + shelved.rules_out.map(plain).join(', ') + '.'
          : 'No allergy rules it out.'
      }}
      A typical face takes {{ shelved.face_grams.toFixed(2) }} g<template v-if="shelved.face_price"
        >, {{ shelved.face_price.toFixed(2) }} of the price</template
      >.
    </p>
    <Trouble
      v-if="save.error.value"
      :say="save.error.value.message + ' ' + faults.map((f) => `${f.location}: ${f.message}`).join('; ')"
    />
    <div class="two">
      <Field v-model="p.name" label="Name" :fault="fault('name')" />
      <Field v-model="p.maker" label="Maker" />
      <Pick v-model="p.kind" label="Kind" find :options="kinds" />
      <Pick v-model="p.container" label="Comes in" :options="containers" />
    </div>
    <Choices v-model="p.base" legend="Built on" :options="bases" />
    <div class="three">
      <Field
        v-for="[k, label] in numbers"
        :key="k"
        v-model="p[k]"
        :label="label"
        type="number"
        step="any"
        :fault="fault(k)"
      />
      <Field v-model="p.unit" label="Its own unit" />
      <DateField v-model="p.opened_on" label="Opened" clear :fault="fault('opened_on')" />
      <DateField v-model="p.expires_on" label="Expires" clear :fault="fault('expires_on')" />
    </div>
    <Choices v-model="p.filters" legend="Filters" :options="filters" />
    <div class="flags">
      <Tick v-for="[k, label] in flags" :key="k" v-model="p[k]" :label="label" />
    </div>
    <div class="field">
      <label :for="listId">Ingredients, as printed on the pack</label>
      <ATextarea :id="listId" v-model:value="p.ingredients" :auto-size="{ minRows: 2, maxRows: 8 }" />
      <p v-if="fault('ingredients')" class="fault">{{ fault('ingredients') }}</p>
      <template v-if="shelved?.product.ingredients">
        <p>
          <b>Found:</b> {{ shelved.read.holds.length ? names(shelved.read.holds.map(plain)) : 'nothing to mind' }}.
        </p>
        <p v-if="shelved.read.unplaced.length">
          <b>Could not be placed:</b> {{ names(shelved.read.unplaced) }}. Check these on the pack yourself.
        </p>
      </template>
      <Tick v-model="p.ingredients_confirmed" label="I checked that this is the whole list" />
      <p class="soft">Read as a label; it does not judge the formula. Ask the maker where you are in doubt.</p>
    </div>
    <WordList v-model="p.tags" label="Tags" hint="Like fragrance, nut_oil, oil_free" />
    <WordList v-model="actives" label="Actives, with per cent" hint="Like niacinamide=5" />
    <WordList v-model="p.suits" label="Suits, in our words" />
    <section
      v-if="shelved && (p.container === 'pump' || p.container === 'dropper')"
      class="weigh"
      aria-label="Calibrate the pump"
    >
      <p><b>Calibrate:</b> ten strokes on the scale (simulated).</p>
      <Tick v-model="broken" label="the scale is at fault" />
      <button type="button" class="quiet" @click="weigh.mutate()">Weigh ten strokes</button>
      <Trouble v-if="weigh.error.value" :say="weigh.error.value.message" />
      <template v-else-if="weigh.data.value">
        <p>{{ weigh.data.value.strokes.map((g) => g.toFixed(2)).join(' · ') }} g</p>
        <p>
          <b>{{ weigh.data.value.grams_per_unit }} g a stroke</b>, scatter
          {{ Math.round(weigh.data.value.scatter * 100) }} %{{ weigh.data.value.good ? '' : ': weigh again' }}
        </p>
        <button v-if="weigh.data.value.good" type="button" class="go" @click="take">Take this weight</button>
      </template>
    </section>
    <div class="row">
      <button class="go" :disabled="!p.name || save.isPending.value">
        {{ state.version ? 'Save' : 'Add to the kit' }}
      </button>
      <template v-if="shelved">
        <button type="button" class="quiet" @click="copy">Copy it</button>
        <button type="button" class="quiet" @click="retire">
          {{ state.retired ? 'Back on the shelf' : 'Retire it' }}
        </button>
      </template>
    </div>
  </form>
</template>

<style scoped>
.card {
  display: grid;
  gap: 12px;
}
.row {
  display: flex;
  gap: 10px;
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 10px 14px;
}
.flags {
  display: grid;
  grid-template-columns: 1fr 1fr;
}
.weigh {
  background: var(--wash);
  padding: 12px 14px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
  .flags {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
