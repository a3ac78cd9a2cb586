import { phonePath } from '@nachweis/contract';
import { QRCodeSVG } from 'qrcode.react';
import { type ReactNode, useEffect, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { onTheClock } from '../ui/when.ts';
import type { Awaited } from './AwaitedPicture.tsx';

interface PhoneDialogProps {
  assignmentId: string;
  proofPointId: string;
  /** code of the proof point a picture goes to */
  target: string;
  isFull: boolean;
  /** a code holds from now on, also after this is closed */
  onAsked: (awaited: Awaited) => void;
  /** @param evidenceId null where it is among the captures only */
  onArrived: (codeId: string, evidenceId: string | null) => void;
  onClose: () => void;
}

interface Asked {
  id: string;
  address: string;
  until: number;
}

/** Only this computer itself gets to these. */
const ONLY_HERE = /^(localhost|127\.|\[?::1)/;
/** So often it is looked whether the picture has come. */
const LOOK_MS = 1500;

/** Shows a code with which a telephone sends one picture into a proof point. */
export default function PhoneDialog(props: PhoneDialogProps): ReactNode {
  const { assignmentId, proofPointId, target, isFull, onAsked, onArrived, onClose } = props;
  const [asked, setAsked] = useState<Asked | null>(null);
  const [problem, setProblem] = useState('');
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each round asks for a new one
  useEffect(() => {
    let isStale = false;
    const id = crypto.randomUUID();
    setAsked(null);
    setProblem('');
    callApi('makeHandover', { params: { assignmentId }, body: { id, proofPointId } }).then(
      ({ token, expiresAt }) => {
        const until = Date.parse(expiresAt);
        onAsked({ id, target, until });
        if (!isStale) setAsked({ id, address: location.origin + phonePath(token), until });
      },
      (error) => isStale || setProblem(sentenceOf(error)),
    );
    return () => {
      isStale = true;
    };
  }, [round, assignmentId, proofPointId]);
  return (
    <Dialog
      title={`A picture for ${target} from your telephone`}
      description="Point the telephone’s camera at the code and open the address it finds. It sends one picture; you go on here."
      onClose={onClose}
    >
      <div className="flex flex-col gap-3 p-4">
        {ONLY_HERE.test(location.hostname) && (
          <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-sm">
            You opened Nachweis at {location.hostname}, which no telephone can reach. Open it at the address
            that other devices use. Whoever runs the server lets it listen there with{' '}
            <span className="font-mono">NACHWEIS_HOST</span>.
          </p>
        )}
        {isFull && (
          <p className="border-l-4 border-ochre-mark bg-ochre-wash px-3 py-2 text-sm">
            {target} is full. The picture will be among your captures, and takes no other one’s place.
          </p>
        )}
        {problem && (
          <p role="alert" className="text-madder">
            {problem}
          </p>
        )}
        {asked && <Code key={asked.id} asked={asked} onArrived={onArrived} />}
        {!asked && !problem && <p role="status">Making the code …</p>}
        <Button onClick={() => setRound(round + 1)}>Make a new code</Button>
      </div>
    </Dialog>
  );
}

function Code({ asked, onArrived }: { asked: Asked; onArrived: PhoneDialogProps['onArrived'] }): ReactNode {
  const { data, error } = useApi(
    'readHandover',
    { params: { handoverId: asked.id } },
    { refreshInterval: LOOK_MS, refreshWhenHidden: true },
  );
  // biome-ignore lint/correctness/useExhaustiveDependencies: told once, when it has come
  useEffect(() => {
    if (data?.state === 'arrived') onArrived(asked.id, data.evidenceId);
  }, [data?.state]);
  if (data?.state === 'expired')
    return (
      <p role="alert" className="text-madder">
        This code is over. Make a new one.
      </p>
    );
  return (
    <>
      <QRCodeSVG
        value={asked.address}
        size={224}
        marginSize={4}
        title="The code for your telephone"
        className="self-center"
      />
      <p className="text-sm">
        Or type the address there: <span className="font-mono break-all select-all">{asked.address}</span>
      </p>
      <p role="status" className="text-sm text-faded">
        {error
          ? 'The server cannot be asked now whether the picture has come; it is tried again.'
          : `Waiting for the picture. The code holds until ${onTheClock(asked.until)}, for one picture.`}
      </p>
    </>
  );
}
