import { Toast } from 'radix-ui';
import { api } from '../client/api';
import { noticeGone } from '../store/notices';
import { useAppDispatch, useAppSelector } from '../store/store';

/** Short messages at the lower edge; a removal can be taken back from here. */
export function Notices() {
  const notices = useAppSelector((state) => state.notices);
  const dispatch = useAppDispatch();
  const [restore] = api.useRestoreTastingMutation();
  return (
    <Toast.Provider duration={8000}>
      {notices.map(({ id, text, restores }) => (
        <Toast.Root
          key={id}
          onOpenChange={(open) => !open && dispatch(noticeGone(id))}
          className="flex items-center gap-4 rounded-lg bg-ink px-4 py-3 text-white shadow-lg"
        >
          <Toast.Description>{text}</Toast.Description>
          {restores && (
            <Toast.Action altText="Undo" asChild>
              <button
                type="button"
                className="font-bold text-look underline"
                onClick={() => void restore({ id: restores })}
              >
                Undo
              </button>
            </Toast.Action>
          )}
        </Toast.Root>
      ))}
      <Toast.Viewport className="not-printed fixed bottom-5 left-1/2 z-50 flex w-max max-w-[90vw] -translate-x-1/2 flex-col gap-2" />
    </Toast.Provider>
  );
}
