import sys

now = int(input())
for line in sys.stdin:
    if line.strip():
        ship, due = line.split()
        if int(due) < now:
            print(ship)
