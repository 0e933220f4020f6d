import '@fontsource/atkinson-hyperlegible/400.css';
import '@fontsource/atkinson-hyperlegible/700.css';
import '@fontsource/source-serif-4/600.css';
import './ui/numerals.css';
import '@fontsource/tinos/latin-400.css';
import '@fontsource/tinos/latin-400-italic.css';
import '@fontsource/tinos/latin-700.css';
import '@fontsource/tinos/latin-700-italic.css';
import 'element-plus/dist/index.css';
import './ui/theme.css';
import './ui/workplace.css';

import { createPinia } from 'pinia';
import { createApp } from 'vue';
import App from './App.vue';
import { router } from './router';

createApp(App).use(createPinia()).use(router).mount('#app');
