import { Button } from '@mantine/core';

/** Fetches the next page of a list, where there is one. */
export function MoreButton({
  list,
  words,
}: {
  list: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
  words: string;
}) {
  if (!list.hasNextPage) return null;
  return (
    <Button
      variant="default"
      size="xs"
      my={12}
      loading={list.isFetchingNextPage}
      onClick={() => void list.fetchNextPage()}
    >
      {words}
    </Button>
  );
}
