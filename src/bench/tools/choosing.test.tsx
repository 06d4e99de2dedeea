import { describe, expect, it } from 'vitest';
import { createStore } from 'zustand/vanilla';
import type { BenchSession } from '../session';
import { chooseTool } from '.';

describe('choosing a tool', () => {
  // Revealing leads to “What is there” while two pictures are compared.
  it('puts away what belongs to the others, wherever one comes from', () => {
    const store = createStore<object>(() => ({ tool: 'truth', comparison: {}, sheet: {} }));
    const session = { store, set: store.setState } as unknown as BenchSession;
    chooseTool(session, 'compare');
    expect(store.getState()).toEqual({ tool: 'compare', comparison: {}, sheet: null });
    store.setState({ tool: 'truth' });
    chooseTool(session, 'measure');
    expect(store.getState()).toEqual({ tool: 'measure', comparison: null, sheet: null });
  });
});
