import * as AlertDialog from 'radix-ui/alert-dialog';
import { useState } from 'react';
import { href, useSubmit } from 'react-router';
import { Button, buttonClass } from '~/app/components/button';
import { counted, numbered } from '~/core/words/counted';
import { useOutbox } from './outbox';

/** Signs out; what is not sent yet is said first. */
export function SignOut() {
  const { waiting, aside } = useOutbox();
  const [asking, setAsking] = useState(false);
  const submit = useSubmit();
  const n = waiting.length + aside.length;
  const leave = () => void submit(null, { method: 'post', action: href('/sign-out') });
  return (
    <>
      <button
        type="button"
        onClick={() => (n > 0 ? setAsking(true) : leave())}
        className="flex min-h-8 items-center underline decoration-mortar decoration-2 underline-offset-3"
      >
        Sign out
      </button>
      <AlertDialog.Root open={asking} onOpenChange={setAsking}>
        <AlertDialog.Portal>
          <AlertDialog.Overlay className="fixed inset-0 z-40 bg-basalt/60" />
          <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(30rem,92vw)] -translate-x-1/2 -translate-y-1/2 bg-paper p-6 text-ink">
            <AlertDialog.Title className="head text-2xl">
              {counted(n, 'entry', 'entries')} {numbered(n, 'is', 'are')} not sent
            </AlertDialog.Title>
            <AlertDialog.Description className="mt-2">
              They stay on this device, for you alone, and are sent when you sign in here again.
            </AlertDialog.Description>
            <p className="mt-5 flex gap-3">
              <AlertDialog.Cancel className={buttonClass('next')}>Stay</AlertDialog.Cancel>
              <Button type="button" onClick={leave}>
                Sign out all the same
              </Button>
            </p>
          </AlertDialog.Content>
        </AlertDialog.Portal>
      </AlertDialog.Root>
    </>
  );
}
