const signals = new Set();
for (let line = readLine(); line !== null; line = readLine()) {
  if (line.trim()) {
    signals.add(line.trim());
  }
}
const key = (line) => line.split(' ').slice(0, 2).join(' ');
[...signals].sort((one, other) => (key(one) < key(other) ? -1 : key(one) > key(other) ? 1 : 0)).forEach((line) => print(line));
