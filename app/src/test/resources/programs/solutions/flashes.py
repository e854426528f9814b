pattern = input().strip()
seconds = int(input())
print(sum(pattern[second % len(pattern)] == "*" for second in range(seconds)))
