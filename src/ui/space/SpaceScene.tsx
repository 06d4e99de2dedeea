/** The water as a scene for the graphics card: relief, things, boat, and what the newest ping lights. */
import { Canvas, useThree } from '@react-three/fiber';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import {
  BufferAttribute,
  BufferGeometry,
  CanvasTexture,
  Color,
  DoubleSide,
  type PerspectiveCamera,
  Vector3,
} from 'three';
import type { Space, SpaceThing, Spot3 } from '@core/reading';
import type { ReadingLabel } from '@core/targets';

/** East, north and down to a space whose y points up and whose z points south. */
const place = ([east, north, down]: Spot3): [number, number, number] => [east, -down, -north];

const colour = (name: string) =>
  new Color(getComputedStyle(document.documentElement).getPropertyValue(name).trim());

const useColours = () =>
  useState(() => ({
    shallow: colour('--map-shallow'),
    deep: colour('--map-deep'),
    bed: colour('--map-bed'),
    beam: colour('--action'),
    lit: colour('--map-band'),
    arc: colour('--live'),
    ink: colour('--ink'),
    card: colour('--card'),
  }))[0];

const LABEL_COLOURS: Partial<Record<ReadingLabel, string>> = {
  fish: '--live',
  bait: '--live',
  weed: '--good',
  wood: '--missed',
};

export interface View {
  /** Turned about the boat, and up from level, rad. */
  turnRad: number;
  upRad: number;
  distanceM: number;
}

/** The camera goes round the boat. */
function Camera({ view, middleM }: { view: View; middleM: number }) {
  const camera = useThree((state) => state.camera) as PerspectiveCamera;
  const invalidate = useThree((state) => state.invalidate);
  useEffect(() => {
    const { turnRad, upRad, distanceM } = view;
    const level = distanceM * Math.cos(upRad);
    const middle = new Vector3(0, -middleM, 0);
    camera.position.set(
      level * Math.sin(turnRad),
      -middleM + distanceM * Math.sin(upRad),
      level * Math.cos(turnRad),
    );
    camera.lookAt(middle);
    camera.updateProjectionMatrix();
    invalidate();
  }, [view, middleM, camera, invalidate]);
  return null;
}

function Mesh({ geometry, children }: { geometry: BufferGeometry; children: ReactNode }) {
  useEffect(() => () => geometry.dispose(), [geometry]);
  return <mesh geometry={geometry}>{children}</mesh>;
}

function triangles(places: readonly (readonly [number, number, number])[], index: number[]) {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(places.flat()), 3));
  geometry.setIndex(index);
  geometry.computeVertexNormals();
  return geometry;
}

/** Squares between rows of places; a square with a corner missing is left out. */
function sheet(rows: readonly (readonly (Spot3 | null)[])[], liftM = 0): BufferGeometry {
  const width = rows[0].length;
  const places = rows
    .flat()
    .map((spot) => (spot ? place([spot[0], spot[1], spot[2] - liftM]) : ([0, 0, 0] as const)));
  const index: number[] = [];
  for (let row = 0; row + 1 < rows.length; row++) {
    for (let i = 0; i + 1 < width; i++) {
      const corners = [rows[row][i], rows[row][i + 1], rows[row + 1][i], rows[row + 1][i + 1]];
      if (corners.includes(null)) continue;
      const at = row * width + i;
      index.push(at, at + 1, at + width, at + 1, at + width + 1, at + width);
    }
  }
  return triangles(places, index);
}

function Relief({ space }: { space: Space }) {
  const colours = useColours();
  const { relief } = space;
  const geometry = useMemo(() => {
    const { fromM, stepM, nodes, depthsM } = relief;
    const rows = Array.from({ length: nodes }, (_, row) =>
      Array.from({ length: nodes }, (_unused, column): Spot3 => [
        fromM + column * stepM,
        fromM + row * stepM,
        depthsM[row * nodes + column],
      ]),
    );
    const made = sheet(rows);
    const [least, most] = [Math.min(...depthsM), Math.max(...depthsM)];
    const shades = new Float32Array(3 * depthsM.length);
    const shade = new Color();
    depthsM.forEach((depthM, i) => {
      const share = (depthM - least) / Math.max(0.5, most - least);
      shade
        .copy(colours.bed)
        .lerp(colours.deep, 0.7 * share)
        .toArray(shades, 3 * i);
    });
    made.setAttribute('color', new BufferAttribute(shades, 3));
    return made;
  }, [relief, colours]);
  return (
    <Mesh geometry={geometry}>
      <meshLambertMaterial vertexColors side={DoubleSide} />
    </Mesh>
  );
}

function Beam({ apex, rim }: { apex: Spot3; rim: Spot3[] }) {
  const colours = useColours();
  const geometry = useMemo(() => {
    const index = rim.flatMap((_, i) => [0, i + 1, ((i + 1) % rim.length) + 1]);
    return triangles([place(apex), ...rim.map(place)], index);
  }, [apex, rim]);
  return (
    <Mesh geometry={geometry}>
      <meshBasicMaterial
        color={colours.beam}
        transparent
        opacity={0.16}
        side={DoubleSide}
        depthWrite={false}
      />
    </Mesh>
  );
}

/** Off the ground, so that it is not lost in it. */
const LIFT_M = 0.05;

function Lit({ rows }: { rows: (Spot3 | null)[][] }) {
  const colours = useColours();
  const geometry = useMemo(() => sheet(rows, LIFT_M), [rows]);
  return (
    <Mesh geometry={geometry}>
      <meshBasicMaterial
        color={colours.lit}
        side={DoubleSide}
        polygonOffset
        polygonOffsetFactor={-2}
      />
    </Mesh>
  );
}

const TUBE_M = 0.035;

/** A line as thick as it can be seen. */
function Arc({ spots, thickM }: { spots: Spot3[]; thickM: number }) {
  const colours = useColours();
  const geometry = useMemo(
    () =>
      sheet([
        spots.map(([e, n, d]): Spot3 => [e, n, d - thickM]),
        spots.map(([e, n, d]): Spot3 => [e, n, d + thickM]),
      ]),
    [spots, thickM],
  );
  return (
    <Mesh geometry={geometry}>
      <meshBasicMaterial color={colours.arc} side={DoubleSide} depthTest={false} />
    </Mesh>
  );
}

interface ThingProps {
  thing: SpaceThing;
  isLit: boolean;
  onLight: (targetId: string | null) => void;
}

function Thing({ thing, isLit, onLight }: ThingProps) {
  const colours = useColours();
  const { target, label, at, bodyM, points } = thing;
  const own = useMemo(() => colour(LABEL_COLOURS[label] ?? '--ink'), [label]);
  const geometry = useMemo(() => {
    const made = new BufferGeometry();
    const turned = new Float32Array(points.length);
    for (let i = 0; i < points.length; i += 3) {
      turned[i] = points[i];
      turned[i + 1] = -points[i + 2];
      turned[i + 2] = -points[i + 1];
    }
    made.setAttribute('position', new BufferAttribute(turned, 3));
    return made;
  }, [points]);
  useEffect(() => () => geometry.dispose(), [geometry]);
  const shown = isLit ? colours.lit : own;
  const pointed = {
    onPointerOver: () => onLight(target.id),
    onPointerOut: () => onLight(null),
  };
  if (bodyM === null) {
    return (
      <points geometry={geometry} {...pointed}>
        <pointsMaterial color={shown} size={isLit ? 0.22 : 0.13} />
      </points>
    );
  }
  const heading = 'headingDeg' in target ? (target.headingDeg * Math.PI) / 180 : 0;
  return (
    <mesh
      position={place(at)}
      rotation={[0, Math.PI / 2 - heading, 0]}
      scale={[bodyM / 2, bodyM / 8, bodyM / 12]}
      {...pointed}
    >
      <sphereGeometry args={[1, 16, 10]} />
      <meshLambertMaterial color={shown} />
    </mesh>
  );
}

const LABEL_PX = 64;
/** Of the distance from which one looks. */
const LABEL_SHARE = 0.035;

/** A number that faces whoever looks, as large as it can be read from there. */
function Numbered({ at, number, sizeM }: { at: Spot3; number: number; sizeM: number }) {
  const texture = useMemo(() => {
    const canvas = document.createElement('canvas');
    canvas.width = LABEL_PX;
    canvas.height = LABEL_PX;
    const context = canvas.getContext('2d');
    if (context) {
      // As the badges of the pictures.
      context.fillStyle = '#22303a';
      context.strokeStyle = '#fffdf8';
      context.lineWidth = 4;
      context.beginPath();
      context.arc(LABEL_PX / 2, LABEL_PX / 2, LABEL_PX / 2 - 3, 0, 2 * Math.PI);
      context.fill();
      context.stroke();
      context.font = `bold ${LABEL_PX * 0.55}px sans-serif`;
      context.textAlign = 'center';
      context.textBaseline = 'middle';
      context.fillStyle = '#ffffff';
      context.fillText(String(number), LABEL_PX / 2, LABEL_PX / 2 + 2);
    }
    return new CanvasTexture(canvas);
  }, [number]);
  useEffect(() => () => texture.dispose(), [texture]);
  const [x, y, z] = place(at);
  return (
    <sprite position={[x, y + 0.7 * sizeM, z]} scale={[sizeM, sizeM, 1]}>
      <spriteMaterial map={texture} depthTest={false} transparent />
    </sprite>
  );
}

const BOAT_M = { long: 4.5, wide: 1.7, high: 0.6 };

function Boat({ headingRad }: { headingRad: number }) {
  const colours = useColours();
  const geometry = useMemo(() => {
    const { long, wide, high } = BOAT_M;
    const deck: [number, number][] = [
      [-long / 2, -wide / 2],
      [long * 0.15, -wide / 2],
      [long / 2, 0],
      [long * 0.15, wide / 2],
      [-long / 2, wide / 2],
    ];
    const upper = deck.map(([x, z]): [number, number, number] => [x, high * 0.7, z]);
    const lower = deck.map(([x, z]): [number, number, number] => [0.8 * x, -high * 0.3, 0.6 * z]);
    const n = deck.length;
    const index: number[] = [];
    for (let i = 0; i < n; i++) {
      const j = (i + 1) % n;
      index.push(i, j, n + i, j, n + j, n + i);
    }
    for (let i = 1; i + 1 < n; i++) index.push(n, n + i, n + i + 1);
    return triangles([...upper, ...lower], index);
  }, []);
  return (
    <group rotation={[0, Math.PI / 2 - headingRad, 0]}>
      <Mesh geometry={geometry}>
        <meshLambertMaterial color={colours.card} side={DoubleSide} />
      </Mesh>
    </group>
  );
}

interface SpaceSceneProps {
  space: Space;
  view: View;
  /** What the camera looks at, under the boat. */
  middleM: number;
  reachM: number;
  lit: string | null;
  numberOf?: (targetId: string) => number | undefined;
  /** Slant range of the cell under the cursor, m. */
  rangeM: number | null;
  onLight: (targetId: string | null) => void;
}

export function SpaceScene(props: SpaceSceneProps) {
  const { space, view, middleM, reachM, lit, numberOf, rangeM, onLight } = props;
  const colours = useColours();
  const arcs = useMemo(() => (rangeM === null ? [] : space.arcsAt(rangeM)), [space, rangeM]);
  return (
    <Canvas
      frameloop="demand"
      dpr={1}
      camera={{ fov: 42, near: 0.1, far: 12 * reachM }}
      // Without a graphics card smooth edges take frames from 28 to 17 a second.
      gl={{ antialias: false }}
      fallback={
        <p className="p-4">This browser draws nothing in space; section and plan show the same.</p>
      }
    >
      <color attach="background" args={[colours.shallow]} />
      <ambientLight intensity={0.9} />
      {/* Low from one side: slopes show by their shade. */}
      <directionalLight position={[2 * reachM, 1.2 * reachM, reachM]} intensity={3} />
      <Camera view={view} middleM={middleM} />
      <Relief space={space} />
      {space.beams.map((rim, i) => (
        <Beam key={i} apex={space.apex} rim={rim} />
      ))}
      {space.lit.map((rows, i) => (
        <Lit key={i} rows={rows} />
      ))}
      {arcs.map((spots, i) => (
        <Arc key={i} spots={spots} thickM={TUBE_M * Math.max(1, reachM / 15)} />
      ))}
      {space.things.map((thing) => (
        <Thing
          key={thing.target.id}
          thing={thing}
          isLit={lit === thing.target.id}
          onLight={onLight}
        />
      ))}
      {space.things.map(({ target, at }) => {
        const number = numberOf?.(target.id);
        return (
          number !== undefined && (
            <Numbered
              key={target.id}
              at={at}
              number={number}
              sizeM={view.distanceM * LABEL_SHARE}
            />
          )
        );
      })}
      <Boat headingRad={space.headingRad} />
      <mesh rotation={[-Math.PI / 2, 0, 0]}>
        <planeGeometry args={[2 * reachM, 2 * reachM]} />
        <meshBasicMaterial
          color={colours.deep}
          transparent
          opacity={0.18}
          side={DoubleSide}
          depthWrite={false}
        />
      </mesh>
    </Canvas>
  );
}
