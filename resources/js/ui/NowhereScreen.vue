<template>
    <div class="nowhere">
        <h1>There is nothing here</h1>
        <p>The address leads nowhere. Perhaps part of it was not copied.</p>
        <p><RouterLink to="/rack">Go to the rack</RouterLink></p>
    </div>
</template>

<style scoped>
.nowhere {
    max-width: 420px;
    margin: 18vh auto 0;
    padding: 0 24px;
}
</style>
