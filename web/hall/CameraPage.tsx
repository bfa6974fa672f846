import { TextInput } from '@mantine/core';
import type { PairsHall } from '#contract/hall-records.ts';
import { useDraft } from '../kit/draft.ts';
import { PictureField } from './PictureField.tsx';
import { WaitingList } from './WaitingList.tsx';

/** The camera for one pair, while it is received. */
export function CameraPage({ view: { pair, pictures } }: { view: PairsHall }) {
  const [{ caption }, put] = useDraft(`caption ${pair.id}`, { caption: '' });
  return (
    <>
      <p>
        {pair.name}.{' '}
        {pictures === 0 ? 'No picture' : `${pictures} picture${pictures > 1 ? 's' : ''}`} saved in
        the lab.
      </p>
      <p className="soft">
        Useful: the labels of both shoes, the soles, the heels from behind, the side when new.
      </p>
      <TextInput
        label="Of what"
        placeholder="sole, right"
        maxLength={200}
        value={caption}
        onChange={(event) => put({ caption: event.currentTarget.value })}
      />
      <PictureField pair={pair} caption={caption} label="Take a picture" />
      <WaitingList />
    </>
  );
}
