import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CopyOffer } from '../storage/copy/copy.worker';
import { DailyArchive } from '../storage/copy/daily-archive';
import { SecondCopy } from '../storage/copy/second-copy';
import { StoreKeeper } from '../storage/store-keeper';
import { CopyPanel } from './copy-panel';

const offer = { shop: 'old', at: Date.UTC(2031, 3, 2), jobs: 12, entries: 193 } as unknown as CopyOffer;

/** The panel of a shop that is not the one of the copy; how bringing back ends is up to the spec. */
const shown = async (bringBack: (shop: string) => Promise<void>) => {
  TestBed.configureTestingModule({
    providers: [
      { provide: DailyArchive, useValue: { folder: signal(undefined), last: signal(0), possible: false } },
      { provide: SecondCopy, useValue: { offers: async () => [offer], at: signal(0) } },
      { provide: StoreKeeper, useValue: { shopNow: async () => 'new', bringBack } },
    ],
  });
  const fixture = TestBed.createComponent(CopyPanel);
  const host = fixture.nativeElement as HTMLElement;
  await fixture.whenStable();
  const press = async (name: string): Promise<void> => {
    [...host.querySelectorAll('button')].find((one) => one.textContent?.includes(name))?.click();
    await Promise.resolve();
    fixture.detectChanges();
  };
  return { host, press, fixture };
};

describe('the copies of shops that were here before', () => {
  it('says that one is being brought back, and takes no second press meanwhile', async () => {
    const asked: string[] = [];
    const { host, press } = await shown((shop) => {
      asked.push(shop);
      return new Promise(() => undefined);
    });
    await press('Bring it back');
    expect(host.textContent).toContain('It takes the place of what is here now.');
    await press('Yes, bring it back');
    expect(host.textContent).toContain('Bringing it back…');
    await press('Yes, bring it back');
    expect(asked).toEqual(['old']);
  });

  it('says what failed, and can be asked again', async () => {
    spyOn(console, 'error');
    const { host, press, fixture } = await shown(() => Promise.reject(new Error('full')));
    await press('Bring it back');
    await press('Yes, bring it back');
    await fixture.whenStable();
    expect(host.querySelector('[role=alert]')?.textContent).toContain('Nothing was changed');
    expect(host.querySelector('button')?.disabled).toBeFalse();
  });
});
