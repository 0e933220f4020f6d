<script setup lang="ts">
import { useRoute, useRouter } from 'vue-router';
import SignInForm from './SignInForm.vue';

const route = useRoute();
const router = useRouter();

function done(): void {
    const then = route.query.then;
    void router.push(typeof then === 'string' && then.startsWith('/') ? then : '/rack');
}
</script>

<template>
    <div class="door">
        <div class="stand" aria-hidden="true">
            <svg viewBox="0 0 300 300">
                <g stroke="var(--staff)" stroke-width="1.5">
                    <path d="M20 92h260M20 108h260M20 124h260M20 140h260M20 156h260" />
                </g>
                <g fill="var(--ink)">
                    <ellipse cx="78" cy="148" rx="11" ry="8" transform="rotate(-20 78 148)" />
                    <path d="M87 145V90h3v55z" />
                    <ellipse cx="150" cy="132" rx="11" ry="8" transform="rotate(-20 150 132)" />
                    <path d="M159 129V74h3v55z" />
                    <ellipse cx="222" cy="116" rx="11" ry="8" transform="rotate(-20 222 116)" />
                    <path d="M231 113V58h3v55z" />
                </g>
                <path d="M68 66v-18h22v18h-4v-12H72v12z" fill="var(--cedar)" />
                <path d="M140 46l11 22 11-22" fill="none" stroke="var(--cedar)" stroke-width="4" />
                <path d="M212 40V22h22v18h-4V28h-14v12z" fill="var(--cedar)" />
            </svg>
        </div>
        <section class="card">
            <h1>Upright Pencil</h1>
            <p class="quiet">Bowings and fingerings for your orchestra’s parts: worked out, marked and handed out.</p>
            <SignInForm @done="done" />
            <p class="small"><RouterLink to="/forgotten">Forgot the password?</RouterLink></p>
            <p class="quiet small">Students need no account: they open the link you hand out.</p>
        </section>
    </div>
</template>

<style scoped>
.door {
    min-height: 100%;
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(300px, 380px));
    gap: 40px;
    place-content: center;
    align-items: center;
    padding: 24px;
}

.card {
    background: var(--paper);
    border-radius: var(--radius-large);
    box-shadow: var(--shadow);
    padding: 30px 32px;
}

h1 {
    font-size: 28px;
}

.small {
    font-size: 13px;
    margin: 16px 0 0;
}
</style>
