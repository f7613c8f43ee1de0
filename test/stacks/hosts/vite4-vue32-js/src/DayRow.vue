<template>
    <p>{{ day.name }}: {{ day.who }}</p>
</template>

<script>
export default {
    props: { day: { type: Object, required: true } },
};
</script>
