import { TextInput } from '@mantine/core';
import { useState } from 'react';
import type { PairsHall } from '#contract/hall-records.ts';
import { PictureField } from './PictureField.tsx';
import { WaitingList } from './WaitingList.tsx';

/** The camera for one pair, while it is received. */
export function CameraPage({ view: { pair, pictures } }: { view: PairsHall }) {
  const [caption, setCaption] = useState('');
  return (
    <>
      <p>
        {pair.name}.{' '}
        {pictures === 0 ? 'No picture' : `${pictures} picture${pictures > 1 ? 's' : ''}`} at the
        bench.
      </p>
      <p className="soft">
        Useful: the labels of both shoes, the soles, the heels from behind, the side when new.
      </p>
      <TextInput
        label="Of what"
        placeholder="sole, right"
        maxLength={200}
        value={caption}
        onChange={(event) => setCaption(event.currentTarget.value)}
      />
      <PictureField pair={pair} caption={caption} label="Take a picture" />
      <WaitingList />
    </>
  );
}
