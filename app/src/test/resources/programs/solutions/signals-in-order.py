import sys

seen = set()
signals = []
for line in sys.stdin:
    line = line.strip()
    if line and line not in seen:
        seen.add(line)
        time, station, words = line.split(" ", 2)
        signals.append((time, station, words))

for time, station, words in sorted(signals, key=lambda signal: signal[:2]):
    print(time, station, words)
