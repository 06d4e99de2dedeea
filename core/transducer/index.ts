export * from './coneBeam';
export * from './fanBeam';
export * from './piston';
export * from './pulse';
export * from './shadedLine';
export * from './sourceLevel';
