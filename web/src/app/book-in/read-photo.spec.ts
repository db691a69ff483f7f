import { readPhoto } from './read-photo';

describe('readPhoto', () => {
  const picture = async (): Promise<Blob> => {
    const canvas = new OffscreenCanvas(4, 4);
    canvas.getContext('2d')?.fillRect(0, 0, 2, 2);
    return canvas.convertToBlob({ type: 'image/png' });
  };
  it('takes a real picture', async () => {
    const photo = await readPhoto(new File([await picture()], 'board.png', { type: 'image/png' }));
    expect(typeof photo === 'string' ? photo : photo.name).toBe('board.png');
  });
  it('refuses text that calls itself a picture, by its name', async () => {
    expect(await readPhoto(new File(['<script>alert(1)</script>'], 'evil.png', { type: 'image/png' }))).toContain(
      '"evil.png" is not a picture',
    );
  });
  it('refuses drawings that may hold scripts', async () => {
    expect(await readPhoto(new File(['<svg xmlns="http://www.w3.org/2000/svg"/>'], 'x.svg', { type: 'image/svg+xml' }))).toContain(
      '"x.svg"',
    );
  });
  it('refuses a picture that is cut short', async () => {
    const whole = await (await picture()).arrayBuffer();
    expect(await readPhoto(new File([whole.slice(0, 30)], 'half.png', { type: 'image/png' }))).toContain('cut short');
  });
});
