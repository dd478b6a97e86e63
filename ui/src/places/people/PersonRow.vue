<script setup lang="ts">
import { ref } from 'vue'
import type { Person } from '../../api/client'
import Choices from '../../parts/Choices.vue'

// PersonRow is somebody of the studio, and what an owner may do about their access.
type Role = Person['role']
defineProps<{
  person: Person
  roles: { value: Role; label: string; hint: string }[]
  owner: boolean
  self: boolean
}>()
const emit = defineEmits<{ role: [Role]; remove: []; end: []; reset: [] }>()
const more = ref(false)
const sure = ref(false)
function remove() {
  if (sure.value) emit('remove')
  sure.value = !sure.value
}
</script>

<template>
  <li>
    <span class="name">
      <b>{{ person.name }}</b>
      <span class="soft"
        >{{ person.email }}<template v-if="person.second_factor"> · second step on</template
        ><template v-if="person.must_change"> · has not signed in with a password of their own yet</template></span
      >
    </span>
    <template v-if="owner">
      <Choices
        :legend="'Role of ' + person.name"
        :options="roles"
        :model-value="person.role"
        @update:model-value="(v) => v && emit('role', v)"
      />
      <button type="button" class="quiet" :aria-expanded="more" @click="more = !more">Access</button>
      <div v-if="more" class="more">
        <button type="button" class="quiet" @click="emit('end')">End all sessions</button>
        <button type="button" class="quiet" @click="emit('reset')">Reset the sign-in</button>
        <button type="button" class="quiet danger" @click="remove">
          {{ sure ? `Yes, take ${self ? 'myself' : person.name} out` : 'Take out of the studio' }}
        </button>
        <p class="soft">
          A reset makes a new first password, takes the second step away and lifts what wrong tries have shut. Taken
          out, they cannot sign in any more; sittings stay, signed with their name.
        </p>
      </div>
    </template>
    <span v-else>{{ person.role }}</span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 10px 20px;
  padding: 12px 20px;
  border-bottom: 1px solid var(--fold);
  align-items: center;
}
.name span {
  display: block;
}
li :deep(legend) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.more {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.danger {
  border-color: var(--madder);
  color: var(--madder);
}
@media (max-width: 800px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
