import sys
from collections import Counter

passed = Counter()
for line in sys.stdin:
    words = line.split()
    if len(words) == 3 and words[1] in ("IN", "OUT"):
        passed[words[2]] += 1

for ship in sorted(passed):
    print(ship, passed[ship])
print("total", sum(passed.values()))
