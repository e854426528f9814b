depth, tide, draught = map(float, input().split())
least = float(input())
clearance = depth + tide - draught
print(f"{clearance:.1f}")
print("go" if clearance >= least else "wait")
