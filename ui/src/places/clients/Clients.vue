<script setup lang="ts">
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import AInput from 'ant-design-vue/es/input'
import { computed, ref } from 'vue'
import { api, ask, Problem } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { plain, shortDate } from '../../parts/words'

const words = ref('')
const asked = refDebounced(words, 120)
const { data: list, failureReason } = useQuery({
  queryKey: ['clients', asked],
  queryFn: () => ask(api.GET('/api/clients', { params: { query: asked.value ? { q: asked.value } : {} } })),
  placeholderData: keepPreviousData,
})
const most = 200 // how many the list holds
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
</script>

<template>
  <main>
    <header>
      <h1>Clients</h1>
      <div class="find">
        <label class="visually-hidden" for="find">Find a client</label>
        <AInput
          id="find"
          v-model:value="words"
          type="search"
          placeholder="Find by name, allergy or note"
          autocomplete="off"
        />
      </div>
      <RouterLink class="go" :to="{ name: 'new-client' }">New client</RouterLink>
    </header>
    <Trouble v-if="away" say="The studio’s records do not answer just now. This tries again by itself." />
    <ul v-if="list?.length" class="list sheet">
      <li v-for="c in list" :key="c.id">
        <RouterLink :to="{ name: 'client', params: { id: c.id } }">
          <b>{{ c.name }}</b>
          <span
            >{{ c.skin.type
            }}<template v-if="c.skin.overlays.length">, {{ c.skin.overlays.join(', ') }}</template></span
          >
          <span :class="{ allergic: c.allergies.length }">{{
            c.allergies.length ? 'allergic to ' + c.allergies.map(plain).join(', ') : 'no allergies told'
          }}</span>
          <span class="soft"
            >{{ c.sittings === 0 ? 'no sittings yet' : c.sittings === 1 ? 'one sitting' : c.sittings + ' sittings'
            }}<template v-if="c.last">, {{ shortDate(c.last) }}</template></span
          >
        </RouterLink>
      </li>
    </ul>
    <p v-if="(list?.length ?? 0) >= most" class="soft">
      These are the first {{ most }} by name. Typing finds everybody, whether listed here or not.
    </p>
    <section v-else-if="list && !list.length" class="none">
      <h2>{{ asked ? 'Nobody is found by that' : 'No clients yet' }}</h2>
      <p>
        {{
          asked
            ? 'Try a part of the name, of an allergy or of the notes, or add the client.'
            : 'Add the first one with New client: a name, a phototype and a look at the skin are enough to plan.'
        }}
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
  grid-template-columns: 1fr 320px auto;
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
  grid-template-columns: 1.2fr 1.2fr 1.2fr 1fr;
  gap: 18px;
  align-items: center;
  min-height: 60px;
  padding: 8px 20px;
  color: var(--ink);
  text-decoration: none;
}
.list a:hover {
  background: #fff;
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
  }
}
</style>
