import { describe, expect, it } from 'vitest';
import { openPage, screen, setNumber, stored, waitFor } from '../../../tests/components/page';
import { RigPage } from './RigPage';

const words = () => screen.getByTestId('level-words').textContent;

describe('the rig', () => {
  it('says what its mounting does, and is kept', async () => {
    const { user } = await openPage(<RigPage />);
    await screen.findByTestId('level-words');
    expect(words()).toContain('sits level');
    await setNumber(user, 'Roll', '8');
    await waitFor(() => expect(words()).toContain('looks to port'));
    await setNumber(user, 'Roll', '-8');
    await waitFor(() => expect(words()).toContain('looks to starboard'));
    await setNumber(user, 'Depth of its face', '0.55');
    await waitFor(async () =>
      expect((await stored('boat', 'boat'))!.rig).toMatchObject({ rollDeg: -8, draftM: 0.55 }),
    );
    await user.click(screen.getByRole('button', { name: 'As shipped' }));
    await waitFor(() => expect(words()).toContain('sits level'));
    await waitFor(async () => expect((await stored('boat', 'boat'))!.rig.rollDeg).toBe(0));
  });
});
