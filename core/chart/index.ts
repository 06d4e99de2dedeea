export * from './contourLines';
export * from './relief';
