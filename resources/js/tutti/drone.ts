/** A tone that is held while a section finds its note against it. */
import { onBeforeUnmount, ref } from 'vue';
import { play, type Playing } from '../sound/player';
import { orWarn } from '../ui/trying';

/** Longer nobody listens to one tone, in seconds. */
const LONGEST = 300;

export function useDrone() {
    const sounding = ref<number | null>(null);
    let playing: Playing | null = null;

    function stop(): void {
        playing?.stop();
        playing = null;
        sounding.value = null;
    }

    /** @param key semitones, 60 for the C in the middle; the same once more ends it */
    async function turn(key: number): Promise<void> {
        if (sounding.value === key) {
            stop();
            return;
        }
        if (playing) {
            playing.setDrone(key);
            sounding.value = key;
            return;
        }
        sounding.value = key;
        const begins = await orWarn(async () => {
            playing = await play({
                parts: [], clicks: [], from: 0, until: LONGEST, speed: 1, countIn: [], laps: 1, drone: key, isMute: false, delay: 0, ended: stop,
            });
        });
        if (!begins) sounding.value = null;
    }
    onBeforeUnmount(stop);

    return { sounding, turn, stop };
}
