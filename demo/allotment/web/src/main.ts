import { createApp } from 'vue'
import App from './App.vue'
import '@/styles/site.css'

createApp(App).mount('#app')
