/** What is selected in the builder, and every edit that hand and keys make of it. */
import { useState } from 'react';
import { type Feature } from '@core/bottom';
import { bottomEdit, freeId, sceneEdit, waterEdit } from '@core/builder';
import type { KnownSpot } from '@core/waters';
import { putOf, type Target, targetSchema } from '@core/targets';
import { useStore } from 'zustand';
import type { ChartPoint } from '@/ui/chart/ChartView';
import { readDepths } from '@/workers/notesClient';
import type { Selection } from './BuildOverlay';
import type { BuildSession } from './buildSession';
import { placeLife } from './placeLife';
import { FIRST_TOOLS, newShape, SHAPE_WORDS, snapped, type ToolState } from './tools';

const TURN_DEG = 15;
const COPY_M = 4;

export function useBuilder(session: BuildSession) {
  const { content } = useStore(session.store);
  const { bottom } = content.scene;
  const [tools, setToolsRaw] = useState<ToolState>(FIRST_TOOLS);
  const [selection, setSelection] = useState<Selection>(null);
  const [path, setPath] = useState<ChartPoint[]>([]);
  const { apply } = session;
  const setTools = (change: Partial<ToolState>) => {
    setToolsRaw((old) => ({ ...old, ...change }));
    if (change.tool || change.shape) setPath([]);
  };
  const snap = (value: number) => snapped(value, tools.snapM);

  const editTargets = (label: string, targets: Target[], key: string | null = null) =>
    apply(sceneEdit(content, label, { targets }, key));
  const editShapes = (label: string, features: Feature[], key: string | null = null) =>
    apply(bottomEdit(content, label, { features }, key));
  const editSpots = (label: string, spots: KnownSpot[], key: string | null = null) =>
    apply(waterEdit(content, label, { spots }, key));

  const selectedTarget =
    selection?.part === 'thing'
      ? content.scene.targets.find(({ id }) => id === selection.id)
      : undefined;
  const selectedShape = selection?.part === 'shape' ? bottom.features[selection.index] : undefined;
  const selectedSpot =
    selection?.part === 'spot' ? content.spots.find(({ id }) => id === selection.id) : undefined;

  const changeTarget = (target: Target, label: string, key: string | null = null) =>
    editTargets(
      label,
      content.scene.targets.map((old) => (old.id === target.id ? target : old)),
      key,
    );
  const changeShape = (index: number, shape: Feature, label: string, key: string | null = null) =>
    editShapes(
      label,
      bottom.features.map((old, i) => (i === index ? shape : old)),
      key,
    );
  const remove = () => {
    if (selectedTarget) {
      editTargets(
        `delete ${selectedTarget.kind}`,
        content.scene.targets.filter(({ id }) => id !== selectedTarget.id),
      );
    } else if (selection?.part === 'shape' && selectedShape) {
      editShapes(
        `delete ${selectedShape.kind}`,
        bottom.features.filter((_, i) => i !== selection.index),
      );
    } else if (selectedSpot) {
      editSpots(
        `delete ${selectedSpot.name}`,
        content.spots.filter(({ id }) => id !== selectedSpot.id),
      );
    }
    setSelection(null);
  };
  const turn = () => {
    const turned = (headingDeg: number) => (headingDeg + TURN_DEG) % 360;
    if (selectedTarget && 'headingDeg' in selectedTarget) {
      changeTarget(
        { ...selectedTarget, headingDeg: turned(selectedTarget.headingDeg) },
        'turn',
        `turn-${selectedTarget.id}`,
      );
    } else if (selection?.part === 'shape' && selectedShape && 'headingDeg' in selectedShape) {
      changeShape(
        selection.index,
        { ...selectedShape, headingDeg: turned(selectedShape.headingDeg) },
        'turn',
        `turn-shape-${selection.index}`,
      );
    }
  };
  const copy = () => {
    if (!selectedTarget) return;
    const id = freeId(selectedTarget.kind, content.scene.targets);
    const copied = {
      ...selectedTarget,
      id,
      xM: selectedTarget.xM + COPY_M,
      yM: selectedTarget.yM - COPY_M,
    };
    editTargets(`copy ${selectedTarget.kind}`, [...content.scene.targets, copied]);
    setSelection({ part: 'thing', id });
  };

  const finishPath = () => {
    editShapes(`lay ${SHAPE_WORDS[tools.shape].words.toLowerCase()}`, [
      ...bottom.features,
      newShape(tools.shape, path),
    ]);
    setSelection({ part: 'shape', index: bottom.features.length });
    setPath([]);
  };

  const onTap = (point: ChartPoint) => {
    const [x, y] = [snap(point.x), snap(point.y)];
    switch (tools.tool) {
      case 'shapes': {
        if (SHAPE_WORDS[tools.shape].isPath) {
          setPath([...path, { x, y }]);
          return;
        }
        editShapes(`lay ${SHAPE_WORDS[tools.shape].words.toLowerCase()}`, [
          ...bottom.features,
          newShape(tools.shape, [{ x, y }]),
        ]);
        setSelection({ part: 'shape', index: bottom.features.length });
        return;
      }
      case 'things': {
        const put = putOf(tools.thing);
        if (!put) return;
        const id = freeId(tools.thing, content.scene.targets);
        const target = targetSchema.parse({ ...put.as, kind: tools.thing, xM: x, yM: y, id });
        editTargets(`place ${put.words.toLowerCase()}`, [...content.scene.targets, target]);
        setSelection({ part: 'thing', id });
        return;
      }
      case 'life': {
        const added = placeLife(content, tools.life, x, y);
        editTargets(`place ${tools.life.species}`, [...content.scene.targets, ...added]);
        setSelection({ part: 'thing', id: added[0].id });
        return;
      }
      case 'select':
        setSelection(null);
        return;
      case 'relief':
      case 'sediment':
      case 'section':
        return;
    }
  };

  const changeSpot = (spot: KnownSpot, label: string, key: string | null = null) =>
    editSpots(
      label,
      content.spots.map((old) => (old.id === spot.id ? spot : old)),
      key,
    );
  /** @returns what was taken, or why nothing was */
  const bringInGrid = async (
    file: File,
    signal: AbortSignal,
    onGrid: () => void,
  ): Promise<string> => {
    const read = await readDepths(file, tools.sediment, signal);
    if (!read.ok) {
      return `“${file.name}” was not taken: ${read.error.message}. Nothing has been changed.`;
    }
    const { bottom: brought, notes: said } = read.value;
    apply(
      bottomEdit(session.store.getState().content, `bring in ${file.name}`, {
        ...brought,
        patches: undefined,
      }),
    );
    onGrid();
    return [`${brought.columns} × ${brought.rows} depths from “${file.name}”.`, ...said].join(' ');
  };

  return {
    content,
    tools,
    setTools,
    selection,
    setSelection,
    selectedTarget,
    selectedShape,
    selectedSpot,
    path,
    setPath,
    snap,
    changeTarget,
    changeShape,
    changeSpot,
    remove,
    turn,
    copy,
    finishPath,
    onTap,
    bringInGrid,
  };
}
export type Builder = ReturnType<typeof useBuilder>;
