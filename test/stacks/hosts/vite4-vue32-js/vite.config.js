import { fileURLToPath, URL } from "node:url";
import vue from "@vitejs/plugin-vue";

// The society's pages lie below their own path.
export default ({ mode }) => ({
    base: mode === "production" ? "/rota/" : "/",
    plugins: [
        vue(),
    ],
    resolve: {
        alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) },
    },
});
