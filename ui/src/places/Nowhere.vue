<template>
  <main class="nowhere">
    <h1>There is no page here</h1>
    <p>The address may be mistyped, or what it named belongs to another studio.</p>
    <RouterLink class="go" :to="{ name: 'today' }">Go to Today</RouterLink>
  </main>
</template>

<style scoped>
.nowhere {
  padding: 80px 28px;
  display: grid;
  gap: 14px;
  justify-items: start;
}
</style>
