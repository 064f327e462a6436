import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { createAppRouter } from './router.ts'
import './styles/main.css'

createApp(App).use(createPinia()).use(createAppRouter()).mount('#app')
