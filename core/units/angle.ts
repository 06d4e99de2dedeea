const RAD_PER_DEG = Math.PI / 180;

export function degToRad(angleDeg: number): number {
  return angleDeg * RAD_PER_DEG;
}

export function radToDeg(angleRad: number): number {
  return angleRad / RAD_PER_DEG;
}
