export default defineNuxtConfig({
  compatibilityDate: '2025-06-01',
  telemetry: false,
  modules: [],
});
