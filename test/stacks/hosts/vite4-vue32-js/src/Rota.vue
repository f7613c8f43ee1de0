<template>
    <main>
        <h1>Watering rota, {{ season }}</h1>
        <DayRow v-for="day in days" :key="day.name" :day="day" />
    </main>
</template>

<script>
export default {
    data() {
        return { days: [{ name: "Monday", who: "Bed three" }, { name: "Friday", who: "Bed nine" }] };
    },
};
</script>
