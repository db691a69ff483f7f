import { TestBed } from '@angular/core/testing';
import { SoundInput } from './sound-input';

describe('the sound input', () => {
  let give: (stream: MediaStream) => void;
  let refuse: (error: unknown) => void;
  let input: SoundInput;
  beforeEach(() => {
    spyOn(navigator.mediaDevices, 'getUserMedia').and.returnValue(new Promise((resolve, reject) => ([give, refuse] = [resolve, reject])));
    TestBed.configureTestingModule({ providers: [SoundInput] });
    input = TestBed.inject(SoundInput);
  });

  for (const [name, says] of [
    ['NotAllowedError', 'allow the microphone'],
    ['NotFoundError', 'No such input is there'],
    ['NotReadableError', 'in use by another program'],
    ['AbortError', 'cannot be heard here'],
  ] as const)
    it(`says in plain words what ${name} means, and is off`, async () => {
      const started = input.start();
      expect(input.state()).toBe('asking');
      refuse(new DOMException('no', name));
      await started;
      expect(input.says()).toContain(says);
      expect(input.state()).toBe('off');
    });

  it('stays off, and lets go of the input, where it is stopped while it is being opened', async () => {
    let stopped = false;
    const started = input.start();
    input.stop();
    give({ getTracks: () => [{ stop: () => (stopped = true) }] } as unknown as MediaStream);
    await started;
    expect(stopped).toBeTrue();
    expect(input.state()).toBe('off');
    expect(input.says()).toBe('');
  });
});
