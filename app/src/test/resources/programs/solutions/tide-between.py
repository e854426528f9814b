def minutes(text):
    hours, rest = text.split(":")
    return int(hours) * 60 + int(rest)


table = []
for _ in range(int(input())):
    time, height = input().split()
    table.append((minutes(time), float(height)))

for _ in range(int(input())):
    at = minutes(input())
    for (before, low), (after, high) in zip(table, table[1:]):
        if before <= at <= after:
            print(f"{low + (high - low) * (at - before) / (after - before):.2f}")
            break
