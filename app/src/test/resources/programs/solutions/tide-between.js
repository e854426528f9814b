const minutes = (text) => {
  const [hours, rest] = text.split(':').map(Number);
  return hours * 60 + rest;
};

const table = [];
for (let rows = Number(readLine()); rows > 0; rows -= 1) {
  const [time, height] = readLine().split(' ');
  table.push([minutes(time), Number(height)]);
}

for (let asked = Number(readLine()); asked > 0; asked -= 1) {
  const at = minutes(readLine());
  const next = table.findIndex(([time], place) => place > 0 && at <= time);
  const [before, low] = table[next - 1];
  const [after, high] = table[next];
  print((low + ((high - low) * (at - before)) / (after - before)).toFixed(2));
}
