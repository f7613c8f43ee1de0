import { defineConfig } from 'astro/config';

export default defineConfig({});
