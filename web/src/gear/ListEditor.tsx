import type { ReactNode } from 'react';
import { Button } from '../ui/Button.tsx';

type Props<Item> = {
  readonly items: readonly Item[];
  /** What one of them is called, for the buttons. */
  readonly noun: string;
  readonly onChange: (items: Item[]) => void;
  readonly create: () => Item;
  readonly row: (item: Item, put: (changed: Partial<Item>) => void, index: number) => ReactNode;
};

/** Rows that can be added, changed and taken out. */
export function ListEditor<Item extends { readonly id: string }>(props: Props<Item>) {
  const { items, noun, onChange, create, row } = props;
  return (
    <>
      <ul>
        {items.map((item, index) => (
          <li key={index} className="mb-2 border border-faint p-2">
            <div className="flex flex-wrap items-end gap-2">
              {row(
                item,
                (changed) =>
                  onChange(items.map((each, at) => (at === index ? { ...each, ...changed } : each))),
                index,
              )}
              <Button
                look="quiet"
                aria-label={`Take out the ${noun} ${item.id}`}
                onClick={() => onChange(items.filter((_, at) => at !== index))}
              >
                ×
              </Button>
            </div>
          </li>
        ))}
      </ul>
      <Button onClick={() => onChange([...items, create()])}>Add a {noun}</Button>
    </>
  );
}
