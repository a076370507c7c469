import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { Press } from "./Press";
import "./fields.css";

interface Item {
  id: string;
}

/**
 * A list a person puts in order: each row is dragged by its grip, or with the grip in focus lifted by the space bar,
 * moved by the arrows and put down by the space bar again; Escape leaves it where it was.
 */
export function SortableList<T extends Item>({
  items,
  nameOf,
  className,
  onMove,
  children,
}: {
  items: readonly T[];
  /** What the row is called for those who listen. */
  nameOf: (item: T) => string;
  className?: string;
  onMove: (item: T, to: number) => void;
  children: (item: T, index: number) => React.ReactNode;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const placeOf = (id: string | number): number => items.findIndex((i) => i.id === id);
  const say = (id: string | number): string => nameOf(items[placeOf(id)] ?? items[0]);
  const end = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const from = placeOf(active.id);
    const to = placeOf(over.id);
    if (from >= 0 && to >= 0) onMove(items[from], to);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={end}
      accessibility={{
        screenReaderInstructions: {
          draggable: "Space lifts the row, arrows move it, space puts it down, Escape leaves it where it was.",
        },
        announcements: {
          onDragStart: ({ active }) => `${say(active.id)} lifted, place ${placeOf(active.id) + 1} of ${items.length}.`,
          onDragOver: ({ active, over }) =>
            over ? `${say(active.id)} at place ${placeOf(over.id) + 1} of ${items.length}.` : undefined,
          onDragEnd: ({ active, over }) =>
            over ? `${say(active.id)} put down at place ${placeOf(over.id) + 1}.` : `${say(active.id)} stays.`,
          onDragCancel: ({ active }) => `${say(active.id)} stays where it was.`,
        },
      }}
    >
      <SortableContext items={items.map((i) => i.id)} strategy={verticalListSortingStrategy}>
        <ul className={className}>
          {items.map((item, i) => (
            <Row key={item.id} id={item.id} name={nameOf(item)}>
              {children(item, i)}
            </Row>
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

function Row({ id, name, children }: { id: string; name: string; children: React.ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      className={isDragging ? "sorted held" : "sorted"}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <Press
        ref={setActivatorNodeRef}
        className="grip"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        aria-roledescription="row that can be moved"
      >
        <svg width="10" height="16" viewBox="0 0 10 16" aria-hidden="true">
          <path
            d="M3 3h.01M7 3h.01M3 8h.01M7 8h.01M3 13h.01M7 13h.01"
            stroke="currentColor"
            strokeWidth="2"
            strokeLinecap="round"
          />
        </svg>
      </Press>
      <div>{children}</div>
    </li>
  );
}
