import { useId } from 'react';
import { v7 as newId } from 'uuid';
import { keep } from './hall-outbox.ts';

/** Takes a picture of a pair, which is sent as soon as that can be. */
export function PictureField({
  pair,
  caption,
  label,
}: {
  pair: { id: string; tag: string };
  caption: string;
  label: string;
}) {
  const id = useId();
  const take = (files: FileList | null) => {
    for (const picture of files ?? []) {
      const query = new URLSearchParams({ photograph: newId(), pairId: pair.id, caption });
      void keep({
        path: `/hall/pictures?${query}`,
        picture,
        words: `a picture of ${pair.tag}${caption ? `: ${caption}` : ''}`,
      });
    }
  };
  return (
    <div className="hall-picture">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture="environment"
        multiple
        onChange={(event) => {
          take(event.currentTarget.files);
          event.currentTarget.value = '';
        }}
      />
    </div>
  );
}
