<script setup lang="ts">
// Photos is the photographs of a client: those of this sitting first, and two of any side by side.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Problem, type Schemas } from '../../api/client'
import { t } from '../../i18n'
import { longDate } from '../../i18n/format'
import { useMay } from '../../me'
import Trouble from '../../parts/Trouble.vue'
import { each, raw, refused } from './handPhoto'
import PhotoInput from './PhotoInput.vue'

const props = defineProps<{ client: string; sitting: string }>()
const may = useMay('keep_clients')
const queries = useQueryClient()
const key = ['photos', props.client]
const { data } = useQuery({
  queryKey: key,
  queryFn: () => ask(api.GET('/api/clients/{id}/photos', { params: { path: { id: props.client } } })),
})
type Photo = Schemas['StorePhoto']
const list = computed(() =>
  [...(data.value ?? [])].sort(
    (a, b) => Number(b.sitting_id === props.sitting) - Number(a.sitting_id === props.sitting),
  ),
)
const send = useMutation<Photo[] | undefined, Problem, File[]>({
  mutationFn: (files) =>
    each(files, (file) =>
      ask(api.POST('/api/sittings/{id}/photos', { params: { path: { id: props.sitting } }, ...raw(file) })),
    ),
  onSettled: () => queries.invalidateQueries({ queryKey: key }),
})
const chosen = ref<string[]>([])
const shown = computed(() => chosen.value.flatMap((id) => list.value.filter((p) => p.id === id)))
const sure = ref('')
/** pick shows a photograph, or beside another; a third takes the place of the first. */
function pick(id: string) {
  sure.value = ''
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((c) => c !== id) : [...chosen.value.slice(-1), id]
}
const drop = useMutation<unknown, Problem, string>({
  mutationFn: (id) => ask(api.DELETE('/api/photos/{id}', { params: { path: { id } } })),
  onSuccess: (_, id) => {
    chosen.value = chosen.value.filter((c) => c !== id)
    return queries.invalidateQueries({ queryKey: key })
  },
})
const at = (p: Photo) => longDate(p.day.slice(0, 10))
const named = (p: Photo) => t('photos.of', { date: at(p), by: p.by || t('photos.client') })
const source = (p: Photo, small = false) => `/api/photos/${p.id}${small ? '?small=true' : ''}`
</script>

<template>
  <section class="sheet photos" aria-labelledby="photos-title">
    <div class="head">
      <h2 id="photos-title">{{ t('photos.title') }}</h2>
      <PhotoInput :busy="send.isPending.value" @files="send.mutate" />
    </div>
    <Trouble v-if="send.error.value" :say="refused(send.error.value) ?? ''" />
    <p class="soft">{{ t(list.length ? 'photos.two' : 'photos.none') }}</p>
    <ul v-if="list.length" class="strip">
      <li v-for="p in list" :key="p.id">
        <button type="button" :aria-pressed="chosen.includes(p.id)" @click="pick(p.id)">
          <img :src="source(p, true)" :alt="named(p)" loading="lazy" />
          <span>{{ at(p) }}</span>
        </button>
      </li>
    </ul>
    <div v-if="shown.length" class="beside" :class="{ two: shown.length > 1 }">
      <figure v-for="p in shown" :key="p.id">
        <img :src="source(p)" :alt="named(p)" :width="p.width" :height="p.height" />
        <figcaption>
          <span
            ><b>{{ at(p) }}</b> {{ p.title }} · {{ p.by || t('photos.client') }}</span
          >
          <button v-if="may && sure !== p.id" type="button" class="quiet" @click="sure = p.id">
            {{ t('photos.delete') }}
          </button>
          <button v-else-if="may" type="button" class="quiet sure" @click="drop.mutate(p.id)">
            {{ t('photos.forGood') }}
          </button>
        </figcaption>
      </figure>
    </div>
    <Trouble v-if="drop.error.value" :say="drop.error.value.message" />
  </section>
</template>

<style scoped>
.photos {
  padding: 16px 20px 20px;
  display: grid;
  gap: 12px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
.strip {
  list-style: none;
  margin: 0;
  padding: 4px;
  display: flex;
  gap: 10px;
  overflow-x: auto;
}
.strip button {
  padding: 6px;
  border: 2px solid transparent;
  border-radius: 4px;
  background: none;
  display: grid;
  gap: 4px;
  font-size: 16px;
  text-align: left;
  cursor: pointer;
}
.strip button[aria-pressed='true'] {
  border-color: var(--copper);
  background: var(--warm);
}
.strip img {
  height: 120px;
  width: auto;
  max-width: 200px;
  object-fit: cover;
  display: block;
}
.beside {
  display: grid;
  gap: 12px;
}
.two {
  grid-template-columns: 1fr 1fr;
}
figure {
  margin: 0;
  min-width: 0;
}
figure img {
  width: 100%;
  height: auto;
  max-height: 72vh;
  object-fit: contain;
  object-position: left top;
  background: var(--warm);
  display: block;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  padding-top: 6px;
}
.sure {
  color: var(--madder);
}
</style>
