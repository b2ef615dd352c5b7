import * as AlertDialog from 'radix-ui/alert-dialog';
import { useState } from 'react';
import { href, useSubmit } from 'react-router';
import { Button, buttonClass } from '~/app/components/button';
import { forgetLastSeen } from '~/app/lib/edition';
import { namesUnderWay } from '~/app/lib/live-store';
import { counted, listed, numbered } from '~/core/words/counted';
import { useOutbox } from './outbox';

/** Signs out; what is not sent yet is said first. */
export function SignOut() {
  const { owner, waiting, aside } = useOutbox();
  const [asking, setAsking] = useState(false);
  const submit = useSubmit();
  const n = waiting.length + aside.length;
  const leave = async () => {
    await forgetLastSeen();
    await submit(null, { method: 'post', action: href('/sign-out') });
  };
  /** Sessions that are under way here and not kept yet. */
  const [names, setNames] = useState<readonly string[]>([]);
  const askFirst = () => {
    const under = namesUnderWay(owner);
    setNames(under);
    if (n > 0 || under.length > 0) setAsking(true);
    else void leave();
  };
  return (
    <>
      <button
        type="button"
        onClick={askFirst}
        className="flex min-h-8 items-center underline decoration-mortar decoration-2 underline-offset-3"
      >
        Sign out
      </button>
      <AlertDialog.Root open={asking} onOpenChange={setAsking}>
        <AlertDialog.Portal>
          <AlertDialog.Overlay className="fixed inset-0 z-40 bg-basalt/60" />
          <AlertDialog.Content className="fixed left-1/2 top-1/2 z-50 w-[min(30rem,92vw)] -translate-x-1/2 -translate-y-1/2 bg-paper p-6 text-ink">
            <AlertDialog.Title className="head text-2xl">
              {n > 0
                ? `${counted(n, 'entry', 'entries')} ${numbered(n, 'is', 'are')} not sent`
                : 'A session is under way'}
            </AlertDialog.Title>
            <AlertDialog.Description className="mt-2">
              {n > 0
                ? 'They stay on this device, for you alone, and are sent when you sign in here again.'
                : ''}{' '}
              {names.length > 0
                ? `${listed(names)}: what is under way stays on this device too, and goes on when you sign in here again.`
                : ''}
            </AlertDialog.Description>
            <p className="mt-5 flex gap-3">
              <AlertDialog.Cancel className={buttonClass('next')}>Stay</AlertDialog.Cancel>
              <Button type="button" onClick={() => void leave()}>
                Sign out all the same
              </Button>
            </p>
          </AlertDialog.Content>
        </AlertDialog.Portal>
      </AlertDialog.Root>
    </>
  );
}
