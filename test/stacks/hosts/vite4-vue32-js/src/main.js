import { createApp } from "vue";
import Rota from "@/Rota.vue";
import DayRow from "@/DayRow.vue";
import "@/assets/rota.css";

const app = createApp(Rota);
app.component("DayRow", DayRow);
app.config.globalProperties.season = "summer";
app.mount("#app");
