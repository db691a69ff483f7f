import { inject, Injectable, type ErrorHandler } from '@angular/core';
import { readFailures } from '../storage/live';
import { isOfTheStore } from '../storage/store-trouble';
import { wasTold } from '../storage/write-gate';
import { Notices } from '../ui/notices';

/** A part of the program that is fetched when it is called for, and was not there. */
const isMissingPart = (error: unknown): boolean =>
  /dynamically imported module|Importing a module script failed|error loading dynamically/i.test(
    error instanceof Error ? error.message : String(error),
  );

const causeOf = (error: unknown): unknown => (error as { rejection?: unknown } | undefined)?.rejection ?? error;

/** Whatever nobody caught: told once in plain words, its details left to the console. */
@Injectable()
export class ErrorTelling implements ErrorHandler {
  private readonly notices = inject(Notices);

  handleError(error: unknown): void {
    const cause = causeOf(error);
    if (wasTold(cause)) return;
    // Whoever watches over the store says what is wrong with it.
    if (isOfTheStore(cause)) return readFailures.next(cause);
    console.error(cause);
    if (isMissingPart(cause)) this.tellMissingPart();
    else
      this.notices.tell({
        name: 'failed',
        urgent: true,
        text: 'Something in the program failed. What is on the tape is kept; look whether the last press did what it should, or load the page again.',
        act: { label: 'Load again', run: () => location.reload() },
      });
  }

  tellMissingPart(): void {
    this.notices.tell({
      name: 'part',
      urgent: true,
      text: 'This part of the program could not be fetched: its server does not run, or a newer version took its place. What you entered is kept.',
      act: { label: 'Load again', run: () => location.reload() },
    });
  }
}
