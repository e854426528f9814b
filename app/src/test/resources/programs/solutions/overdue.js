const now = Number(readLine());
for (let line = readLine(); line !== null; line = readLine()) {
  const [ship, due] = line.trim().split(/\s+/);
  if (ship && Number(due) < now) {
    print(ship);
  }
}
