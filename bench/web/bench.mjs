export const print = (name, value, unit) => console.log(JSON.stringify({ name, value: Number(value.toFixed(3)), unit }))
