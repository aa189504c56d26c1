import { useEffect, useState } from 'react';
import { MOST_GEAR_AT_ONCE } from '@zarnel/contract';
import type { GearOffer } from '@zarnel/core/files';
import { countText } from '@zarnel/core/words';
import { refusalText, useArchiveManyGearMutation, useImportGearMutation } from '../state/gear-api.ts';
import { Button } from '../ui/Button.tsx';
import { FileButton } from '../ui/FileButton.tsx';
import { Fault } from '../ui/Fault.tsx';
import { Modal } from '../ui/Modal.tsx';
import { browserFileReading } from '../workers/files.ts';
import { localTexts } from '../browser/facilities.ts';
import { keepImport, readKeptImport, type KeptImport } from './kept-import.ts';

type Props = { readonly isOpen: boolean; readonly onClose: () => void };

const MOST_BYTES = 20_000_000;
const MOST_FAULTS = 100;

/** Gear from a gear file or a CSV. Bad rows are named by row and column; the others can still be taken. */
export function ImportGearDialog({ isOpen, onClose }: Props) {
  const [offer, setOffer] = useState<(GearOffer & { readonly file: string }) | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const [isReading, setReading] = useState(false);
  const [taken, setTaken] = useState(0);
  const [last, setLast] = useState(() => readKeptImport(localTexts));
  const [reading] = useState(browserFileReading);
  useEffect(() => () => reading.stop(), [reading]);
  const [importGear, { isLoading }] = useImportGearMutation();
  const [archiveMany, archiving] = useArchiveManyGearMutation();

  const read = async (text: string, file: string) => {
    setOffer(null);
    setRefused(null);
    setTaken(0);
    setReading(true);
    const result = await reading
      .ask(async (files) => files.gear(text, /\.json$/iu.test(file) ? 'json' : 'csv'))
      .catch(() => ({ ok: false as const, fault: 'It could not be read here.' }))
      .finally(() => setReading(false));
    if (result === null) return;
    if (result.ok) setOffer({ ...result.value, file });
    else setRefused(`${file}: ${result.fault} Nothing was taken.`);
  };
  const remember = (kept: KeptImport) => {
    keepImport(localTexts, kept);
    setLast(kept);
  };
  const takeAll = async () => {
    if (offer === null) return;
    const ids = taken === 0 ? [] : [...(last?.ids ?? [])];
    // In portions; what an earlier portion brought stays, and is not sent again.
    let count = taken;
    while (count < offer.gear.length) {
      const portion = offer.gear.slice(count, count + MOST_GEAR_AT_ONCE);
      const answer = await importGear(portion);
      if (answer.error !== undefined) {
        setRefused(refusalText(answer.error));
        return;
      }
      count += portion.length;
      setTaken(count);
      ids.push(...answer.data.gear.map(({ id }) => id));
      remember({ file: offer.file, ids, isOut: false });
    }
  };
  /** All of the last import out of the library again, or back into it. */
  const setOut = async (kept: KeptImport, archived: boolean) => {
    for (let at = 0; at < kept.ids.length; at += MOST_GEAR_AT_ONCE) {
      const answer = await archiveMany({ ids: kept.ids.slice(at, at + MOST_GEAR_AT_ONCE), archived });
      if (answer.error !== undefined) {
        setRefused(refusalText(answer.error));
        return;
      }
    }
    remember({ ...kept, isOut: archived });
  };
  const isDone = offer !== null && taken === offer.gear.length && taken > 0;
  return (
    <Modal
      title="Import gear"
      about="A .zarnel-gear.json file, or a CSV with a row for each type."
      isOpen={isOpen}
      onClose={() => {
        reading.stop();
        setOffer(null);
        setRefused(null);
        onClose();
      }}
    >
      <FileButton
        accept=".json,.csv"
        label="Gear file"
        mostBytes={MOST_BYTES}
        onText={(text, file) => void read(text, file)}
        onRefused={setRefused}
      >
        Pick a file
      </FileButton>
      {isReading && <p className="mt-3">Reading …</p>}
      <Fault className="mt-3">{refused}</Fault>
      {offer !== null && (
        <div className="mt-3">
          <p className="mb-2">
            {offer.file}: <span className="figure font-semibold">{offer.gear.length}</span>{' '}
            {offer.gear.length === 1 ? 'type' : 'types'} can be taken
            {offer.faults.length > 0 && (
              <>
                , <span className="figure font-semibold text-crayon">{offer.faults.length}</span> faults
              </>
            )}
            .
          </p>
          {offer.faults.length > 0 && (
            <ul className="mb-3 max-h-60 overflow-auto border border-faint p-2" aria-label="Faults">
              {offer.faults.slice(0, MOST_FAULTS).map(({ row, column, message }, index) => (
                <li key={index}>
                  <span className="figure text-crayon">
                    Row {row}, {column}
                  </span>
                  : {message}
                </li>
              ))}
              {offer.faults.length > MOST_FAULTS && <li>… and {offer.faults.length - MOST_FAULTS} more.</li>}
            </ul>
          )}
          {!isDone && (
            <Button
              look="strong"
              disabled={offer.gear.length === 0 || isLoading}
              onClick={() => void takeAll()}
            >
              {isLoading ? `Taking them, ${taken} so far …` : `Take the ${offer.gear.length} that are sound`}
            </Button>
          )}
        </div>
      )}
      {last !== null && (offer === null || isDone) && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <p className={last.isOut ? undefined : 'text-solder'} role="status">
            {last.file}: {countText(last.ids.length, 'type is', 'types are')}{' '}
            {last.isOut ? 'archived again.' : 'in the library now.'}
          </p>
          <Button disabled={archiving.isLoading} onClick={() => void setOut(last, !last.isOut)}>
            {last.isOut ? 'Bring them back' : 'Take them all out again'}
          </Button>
        </div>
      )}
    </Modal>
  );
}
