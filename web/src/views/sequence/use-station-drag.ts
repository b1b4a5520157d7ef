import {
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DndContextProps,
  type DragEndEvent,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { getEventCoordinates } from '@dnd-kit/utilities';
import { useEffect, useRef, type RefObject } from 'react';
import { placeAt, type TrackDrawing } from '../../drawing/track-drawing';

/** A press moves a station only after so many pixels. */
const DRAG_FROM_PX = 8;
/** A finger takes a station up after so long, ms. */
const HOLD_MS = 250;

interface StationDrag {
  readonly d: TrackDrawing;
  /** The box the tracks scroll in. */
  readonly box: RefObject<HTMLDivElement | null>;
  readonly scale: number;
  readonly nameOf: (id: string) => string;
  readonly onDrag: (id: string, to: number) => void;
  readonly onDrop: (id: string, to: number) => void;
}

/** Moving a station along: where it comes to while it is dragged and when it is let go, however far the tracks were scrolled meanwhile. */
export function useStationDrag({ d, box, scale, nameOf, onDrag, onDrop }: StationDrag): DndContextProps {
  /* A finger that swipes scrolls the tracks; one that stays a moment takes the station up. */
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: DRAG_FROM_PX } }),
    useSensor(TouchSensor, { activationConstraint: { delay: HOLD_MS, tolerance: DRAG_FROM_PX } }),
  );
  const pointerX = usePointerX();
  const scrolledFrom = useRef(0);
  const to = ({ active, activatorEvent }: DragMoveEvent | DragEndEvent) => {
    const id = String(active.id);
    const from = d.stations.find((s) => s.id === id);
    if (!from) return null;
    const pushed = pointerX.current - (getEventCoordinates(activatorEvent)?.x ?? 0);
    const scrolled = (box.current?.scrollLeft ?? 0) - scrolledFrom.current;
    return [id, placeAt(d, id, from.x + (pushed + scrolled) / scale)] as const;
  };
  return {
    sensors,
    accessibility: {
      announcements: {
        onDragStart: ({ active }) => `${nameOf(String(active.id))} is moved.`,
        onDragOver: () => undefined,
        onDragEnd: ({ active }) => `${nameOf(String(active.id))} was let go.`,
        onDragCancel: ({ active }) => `${nameOf(String(active.id))} stays where it was.`,
      },
    },
    onDragStart: () => {
      scrolledFrom.current = box.current?.scrollLeft ?? 0;
    },
    onDragMove: (e) => {
      const place = to(e);
      if (place) onDrag(...place);
    },
    onDragEnd: (e) => {
      const place = to(e);
      if (place) onDrop(...place);
    },
  };
}

/** Where the pointer is right now: what a drag says of itself lags behind a quick hand. */
function usePointerX(): RefObject<number> {
  const x = useRef(0);
  useEffect(() => {
    const on = (e: PointerEvent) => {
      x.current = e.clientX;
    };
    window.addEventListener('pointerdown', on, true);
    window.addEventListener('pointermove', on, true);
    window.addEventListener('pointerup', on, true);
    return () => {
      window.removeEventListener('pointerdown', on, true);
      window.removeEventListener('pointermove', on, true);
      window.removeEventListener('pointerup', on, true);
    };
  }, []);
  return x;
}
