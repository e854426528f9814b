const pattern = readLine().trim();
const seconds = Number(readLine());
let flashes = 0;
for (let second = 0; second < seconds; second += 1) {
  flashes += pattern[second % pattern.length] === '*' ? 1 : 0;
}
print(flashes);
