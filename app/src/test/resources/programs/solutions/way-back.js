function way_back(bearing) {
  return (bearing + 180) % 360;
}
