<script setup lang="ts">
import { useRoute } from 'vue-router'
import Both from '../../parts/Both.vue'
import Trouble from '../../parts/Trouble.vue'
import { clock, longDate } from '../../parts/words'
import { useSitting } from './useSitting'

const id = String(useRoute().params.id)
const { saved, draft, plan, state, say, sides, merge, away, gone } = useSitting(id)
const leaves = [
  { name: 'intake', key: '1', label: 'Intake' },
  { name: 'prep', key: '2', label: 'Prep' },
  { name: 'wear', key: '3', label: 'Wear' },
  { name: 'lift', key: '4', label: 'Lift-off' },
]
const words: Record<string, string> = {
  saved: 'Saved',
  saving: 'Saving',
  faulty: 'Not saved: see the marked field',
  away: 'Kept here, trying again',
  stale: 'Two versions',
}
</script>

<template>
  <Trouble v-if="away && !saved" whole />
  <main v-else-if="gone" class="none">
    <h1>There is no such sitting here</h1>
    <p>It may belong to another studio.</p>
    <RouterLink :to="{ name: 'today' }">Back to Today</RouterLink>
  </main>
  <main v-else-if="saved && draft && plan">
    <header>
      <div>
        <h1>{{ plan.sitting.client.name }}</h1>
        <p class="sub">
          {{ draft.title || 'Sitting' }} · {{ longDate(plan.sitting.day.date) }} · {{ plan.skin.type
          }}<template v-if="plan.skin.overlays.length">, {{ plan.skin.overlays.join(', ') }}</template> ·
          {{ draft.artist || 'no chair yet' }}
        </p>
      </div>
      <div class="right">
        <nav class="leaves" aria-label="Leaves of the sitting">
          <RouterLink
            v-for="l in leaves"
            :key="l.name"
            :to="{ name: l.name, params: { id } }"
            :aria-keyshortcuts="l.key"
            ><i>{{ l.key }}</i
            >{{ l.label }}</RouterLink
          >
        </nav>
        <p class="state" :class="state" role="status">
          {{ words[state] }} · base at {{ clock(plan.sitting.day.base_at) }}
        </p>
      </div>
    </header>
    <Both
      v-if="sides"
      what="sitting"
      :mine="sides.mine"
      :theirs="sides.theirs"
      :safety="['client.allergies', 'client.conditions', 'client.eyes', 'client.wears']"
      @merged="merge"
    />
    <Trouble
      v-else-if="state === 'away'"
      say="The studio’s records do not answer just now. What you changed is kept here and is saved as soon as they do."
    />
    <Trouble v-else-if="state === 'faulty'" :say="say + ' The plan below is of the last version that made sense.'" />
    <RouterView v-slot="{ Component }">
      <KeepAlive><component :is="Component" /></KeepAlive>
    </RouterView>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 24px;
}
.sub {
  color: var(--soft);
  margin-top: 5px;
}
.right {
  text-align: right;
  flex: none;
}
.leaves {
  display: inline-flex;
}
.leaves a {
  padding: 7px 20px 8px;
  border-bottom: 3px solid var(--fold);
  color: var(--ink);
  text-decoration: none;
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.leaves i {
  font-style: normal;
  color: var(--soft);
  font-size: 14px;
  margin-right: 8px;
}
.leaves .router-link-active {
  border-color: var(--copper);
  font-weight: 650;
}
.state {
  font-size: 14px;
  color: var(--soft);
  margin-top: 3px;
}
.state.faulty,
.state.stale {
  color: var(--madder);
  font-weight: 650;
}
.state.away {
  color: var(--copper);
  font-weight: 650;
}
.none {
  padding: 60px 0;
  display: grid;
  gap: 10px;
  justify-items: start;
}
@media (max-width: 900px) {
  header {
    flex-direction: column;
    gap: 8px;
  }
  .right {
    text-align: left;
  }
  .leaves {
    display: flex;
  }
  .leaves a {
    flex: 1;
    justify-content: center;
    padding: 7px 4px 8px;
  }
  .leaves i {
    display: none;
  }
}
</style>
