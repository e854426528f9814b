distance, speed = map(float, input().split())
print(f"{distance / speed * 60:.3f}")
