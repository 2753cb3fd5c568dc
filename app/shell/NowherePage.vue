<template>
  <div class="empty">
    <h1>There is nothing at this address</h1>
    <p>The view may have moved, or what it showed was deleted.</p>
    <NuxtLink to="/levers">Go to the levers</NuxtLink>
  </div>
</template>
