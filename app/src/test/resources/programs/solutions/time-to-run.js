const [distance, speed] = readLine().split(' ').map(Number);
print(((distance / speed) * 60).toFixed(3));
