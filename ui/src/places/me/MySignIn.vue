<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { api, ask } from '../../api/client'
import { useMe } from '../../me'
import { moment } from '../../parts/words'
import NewPassword from './NewPassword.vue'
import SecondFactor from './SecondFactor.vue'

// MySignIn is one's own sign-in: where one is signed in, the password, the second step.
const queries = useQueryClient()
const { data: me } = useMe()
const { data: sessions } = useQuery({ queryKey: ['sessions'], queryFn: () => ask(api.GET('/api/me/sessions')) })
const end = useMutation({
  mutationFn: (id: string) => ask(api.DELETE('/api/me/sessions/{id}', { params: { path: { id } } })),
  onSettled: () => queries.invalidateQueries({ queryKey: ['sessions'] }),
})
</script>

<template>
  <main v-if="me">
    <header>
      <h1>{{ me.name }}</h1>
      <p class="soft">{{ me.email }} · {{ me.role }} · after {{ me.idle_min }} quiet minutes this window locks</p>
    </header>
    <section class="sheet part" aria-labelledby="sessions-title">
      <h2 id="sessions-title">Where you are signed in</h2>
      <ul>
        <li v-for="s in sessions" :key="s.id">
          <span
            ><b>{{ s.device || 'an unknown device' }}</b
            ><span class="soft">since {{ moment(s.since) }}, last used {{ moment(s.seen) }}</span></span
          >
          <span v-if="s.this">this window</span>
          <button v-else type="button" class="quiet" @click="end.mutate(s.id)">End it</button>
        </li>
      </ul>
    </section>
    <section class="sheet part" aria-labelledby="password-title">
      <h2 id="password-title">Password</h2>
      <NewPassword />
    </section>
    <section class="sheet part" aria-labelledby="factor-title">
      <h2 id="factor-title">A second step at sign-in</h2>
      <SecondFactor :me="me" />
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px 18px;
  align-content: start;
}
header,
main > section:first-of-type {
  grid-column: 1 / -1;
}
.part {
  padding: 16px 20px 20px;
  display: grid;
  gap: 12px;
  align-content: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 20px;
  align-items: center;
  min-height: 56px;
  border-bottom: 1px solid var(--fold);
}
li span span {
  display: block;
}
@media (max-width: 800px) {
  main {
    grid-template-columns: 1fr;
  }
}
</style>
