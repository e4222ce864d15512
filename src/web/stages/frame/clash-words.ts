import type { Clash } from '#core/run';
import { deviceId } from '../../sync/device.ts';
import { usePeople } from '../../stores/people.ts';
import { t } from '../../words/index.ts';

/** What a clash of hands says to the cook at this device: whose tap, on which place, and what came of it. */
export function clashWords(clash: Clash): string {
  const people = usePeople();
  const who = (device: string | null, person: string | null) =>
    device === deviceId() ? null : (people.nameOf(person) ?? t('clash.someone'));
  const owner = who(clash.deviceId, clash.personId);
  const action = t(`action.${clash.kind}`);
  const place = clash.placeId ?? '';
  if (clash.what === 'refused') {
    const reason = t(`clash.reason.${clash.reason}`);
    return owner === null
      ? t('clash.refusedYours', { action, place, reason })
      : t('clash.refused', { who: owner, action, place, reason });
  }
  const taker = who(clash.byDeviceId, clash.byPersonId);
  if (taker === null) return t('clash.youTook', { action, place, who: owner ?? t('clash.yours') });
  return owner === null
    ? t('clash.tookYours', { who: taker, action, place })
    : t('clash.took', { who: taker, action, place, whose: owner });
}
