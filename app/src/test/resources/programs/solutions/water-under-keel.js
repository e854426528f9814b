const [depth, tide, draught] = readLine().split(' ').map(Number);
const least = Number(readLine());
const clearance = depth + tide - draught;
print(clearance.toFixed(1));
print(clearance >= least ? 'go' : 'wait');
