const passed = new Map();
let total = 0;
for (let line = readLine(); line !== null; line = readLine()) {
  const words = line.trim().split(/\s+/);
  if (words.length === 3 && ['IN', 'OUT'].includes(words[1])) {
    passed.set(words[2], (passed.get(words[2]) ?? 0) + 1);
    total += 1;
  }
}
[...passed.keys()].sort().forEach((ship) => print(ship, passed.get(ship)));
print('total', total);
