import { createPinia } from 'pinia';
import { createApp } from 'vue';
import { setWording } from '#contract';
import App from './App.vue';
import { keepShell } from './sync/shell.ts';
import { makeRouter } from './router.ts';
import { ignoreHeldKeys } from './stages/frame/keys.ts';
import './styles/main.css';
import { i18n } from './words/index.ts';

setWording();
createApp(App).use(createPinia()).use(i18n).use(makeRouter()).mount('#app');
keepShell();
ignoreHeldKeys(window);
