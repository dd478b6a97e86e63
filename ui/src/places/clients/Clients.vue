<script setup lang="ts">
import { t } from '../../i18n'
import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query'
import { refDebounced, useIntersectionObserver } from '@vueuse/core'
import AInput from 'ant-design-vue/es/input'
import { computed, ref, watch } from 'vue'
import { api, ask, Problem } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { vRoving } from '../../parts/roving'
import { sentence, plain } from '../../parts/words'
import { shortDate } from '../../i18n/format'

const words = ref('')
const asked = refDebounced(words, 120)
const page = 100 // how many the server gives at once
const { data, failureReason, fetchNextPage, hasNextPage, isFetchingNextPage } = useInfiniteQuery({
  queryKey: ['clients', 'pages', asked],
  queryFn: ({ pageParam }) =>
    ask(
      api.GET('/api/clients', { params: { query: { ...(asked.value ? { q: asked.value } : {}), skip: pageParam } } }),
    ),
  initialPageParam: 0,
  getNextPageParam: (last, all) => (last.length === page ? all.length * page : undefined),
  placeholderData: keepPreviousData,
})
const list = computed(() => data.value?.pages.flat())
const end = ref<HTMLElement>()
const atEnd = ref(false)
useIntersectionObserver(end, (seen) => (atEnd.value = seen.at(-1)?.isIntersecting ?? false))
const more = () => {
  if (atEnd.value && hasNextPage.value && !isFetchingNextPage.value) fetchNextPage()
}
// The observer tells of changes alone, after a frame: of who is at the end before and after a page came in, as by a
// held key, it tells nothing. A page that fails is not asked for again until the end is scrolled to anew.
watch([atEnd, data], () => requestAnimationFrame(() => requestAnimationFrame(more)))
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
</script>

<template>
  <main>
    <header>
      <h1>{{ t('common.clients') }}</h1>
      <div class="find">
        <label class="visually-hidden" for="find">{{ t('clients.findAClient') }}</label>
        <AInput
          id="find"
          v-model:value="words"
          type="search"
          :placeholder="t('common.findByNameAllergyOr')"
          autocomplete="off"
        />
      </div>
      <RouterLink class="go" :to="{ name: 'new-client' }">{{ t('common.newClient') }}</RouterLink>
    </header>
    <Trouble v-if="away" :say="t('common.theStudioSRecordsDo')" />
    <ul v-if="list?.length" v-roving="'li > a'" class="list sheet">
      <li v-for="c in list" :key="c.id">
        <RouterLink :to="{ name: 'client', params: { id: c.id } }">
          <b>{{ c.name }}</b>
          <span
            >{{ sentence(plain(c.skin.type))
            }}<template v-if="c.skin.overlays.length"
              >, {{ c.skin.overlays.map((o) => plain(o)).join(', ') }}</template
            ></span
          >
          <span :class="{ allergic: c.allergies.length }">{{
            c.allergies.length
              ? t('clients.allergicTo', { words: c.allergies.map((w) => plain(w)).join(', ') })
              : t('clients.noAllergiesTold')
          }}</span>
          <span class="soft"
            >{{ c.sittings ? t('clients.sittings', { n: c.sittings }) : t('clients.noSittingsYet')
            }}<template v-if="c.last">, {{ shortDate(c.last) }}</template></span
          >
        </RouterLink>
      </li>
    </ul>
    <p ref="end" class="soft end">{{ hasNextPage ? t('clients.moreAsYouScroll') : '' }}</p>
    <section v-if="list && !list.length" class="none">
      <h2>{{ asked ? t('clients.nobodyIsFoundByThat') : t('clients.noClientsYet') }}</h2>
      <p>
        {{ asked ? t('clients.tryAPartOfThe') : t('clients.addTheFirstOneWith') }}
      </p>
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 18px;
  align-content: start;
}
header {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 320px auto;
  gap: 20px;
  align-items: center;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  border-bottom: 1px solid var(--fold);
}
.list a {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.2fr) minmax(0, 1.2fr) minmax(0, 1fr);
  gap: 18px;
  align-items: center;
  min-height: 60px;
  padding: 8px 20px;
  color: var(--ink);
  text-decoration: none;
}
.list a:hover {
  background: var(--field);
}
.list b {
  font-size: 18px;
}
.allergic {
  font-weight: 650;
  color: var(--madder);
}
.none {
  padding: 60px 0;
  display: grid;
  gap: 10px;
}
@media (max-width: 700px) {
  header {
    grid-template-columns: minmax(0, 1fr);
  }
  .list a {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
}
</style>
