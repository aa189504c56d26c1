import { Command } from 'cmdk';
import { useMemo, useState } from 'react';
import { Modal } from '../ui/Modal.tsx';
import { GROUPS, type JobAction } from './job-actions.ts';

type Props = {
  readonly actions: readonly JobAction[];
  readonly isOpen: boolean;
  readonly onClose: () => void;
};

/** More of a kind than this is narrowed by typing: a job may have thousands of things. */
const MOST_SHOWN = 60;

function ownOf(actions: readonly JobAction[], name: JobAction['group'], typed: string) {
  const words = typed.trim().toLowerCase();
  const own = actions.filter(({ group }) => group === name);
  if (own.length <= MOST_SHOWN) return own;
  return own.filter((each) => each.name.toLowerCase().includes(words)).slice(0, MOST_SHOWN);
}

/** Every action of the job by its name, narrowed by what is typed. On a narrow screen it is the job’s menu. */
export function FindAction({ actions, isOpen, onClose }: Props) {
  const [typed, setTyped] = useState('');
  const groups = useMemo(
    () =>
      GROUPS.map((name) => [name, ownOf(actions, name, typed)] as const).filter(([, own]) => own.length > 0),
    [actions, typed],
  );
  return (
    <Modal title="Find an action" isOpen={isOpen} onClose={onClose}>
      <Command label="Find an action" loop>
        <Command.Input
          autoFocus
          value={typed}
          onValueChange={setTyped}
          placeholder="Type a part of its name"
          className="mb-2 min-h-11 w-full border border-pencil bg-paper px-3"
        />
        <Command.List className="max-h-[48vh] overflow-auto">
          <Command.Empty className="px-3 py-2">Nothing has that in its name.</Command.Empty>
          {groups.map(([group, own]) => (
            <Command.Group
              key={group}
              heading={group}
              className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-kraft"
            >
              {own.map(({ id, name, keys, isOff = false, run }) => (
                <Command.Item
                  key={id}
                  value={`${name} ${id}`}
                  disabled={isOff}
                  onSelect={() => {
                    onClose();
                    run();
                  }}
                  className="flex min-h-11 cursor-pointer items-center justify-between gap-3 px-3 data-[disabled=true]:opacity-50 data-[selected=true]:bg-tape"
                >
                  <span>{name}</span>
                  {keys !== null && <kbd className="figure text-sm text-kraft">{keys}</kbd>}
                </Command.Item>
              ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </Modal>
  );
}
