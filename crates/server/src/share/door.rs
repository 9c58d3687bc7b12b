//! Who is let in: codes that are used once and soon over, and devices that stay in until they are put out. No network, no clock and no
//! chance of its own: all three come in.

use sha2::{Digest, Sha256};
use std::time::Duration;

/// How long a code can be used.
pub const CODE_LASTS: Duration = Duration::from_secs(180);
/// Wrong codes until the one that is out is void.
const WRONG_CODES: u32 = 5;
/// Tries in a while, right or wrong, and that while.
const TRIES: usize = 12;
const WHILE: Duration = Duration::from_secs(60);
/// How long a device stays in that does not show itself.
const STAYS: Duration = Duration::from_secs(12 * 3600);
/// Devices at once.
const DEVICES: usize = 8;
/// Letters of a device's name.
const NAME: usize = 60;

/// Secrets are kept as their hashes: compared by them, how long it takes says nothing of how much was right.
#[derive(Clone, PartialEq, Eq)]
struct Hash([u8; 32]);

impl Hash {
    fn of(secret: &str) -> Hash {
        Hash(Sha256::digest(secret.as_bytes()).into())
    }
}

/// A device that was let in.
#[derive(Clone)]
pub struct Device {
    /// What it is put out by.
    pub id: u64,
    /// What it says of itself, cut short.
    pub name: String,
    /// Since when, on the door's own clock.
    pub since: Duration,
    /// When it showed itself last.
    pub seen: Duration,
    cookie: Hash,
    token: Hash,
}

/// What a device is given: the cookie that lets it in, and the word that its changes carry.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Given {
    /// Only the browser sees it.
    pub cookie: String,
    /// The page sends it with each change.
    pub token: String,
}

/// Why somebody stays out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, thiserror::Error)]
pub enum Refused {
    /// No such code, or no longer.
    #[error("That code is not right, or no longer. Ask for a new one at the desk.")]
    Code,
    /// Too many tries.
    #[error("Too many tries. Wait a minute, then ask for a new code at the desk.")]
    TooMany,
    /// No more devices.
    #[error("{DEVICES} devices are in already. Put one out at the desk first.")]
    Full,
}

/// The door of a studio that is shared in a room.
#[derive(Default)]
pub struct Door {
    code: Option<(Hash, Duration)>,
    wrong: u32,
    tries: Vec<Duration>,
    devices: Vec<Device>,
    count: u64,
}

impl Door {
    /// Puts out a new code; the one before is void.
    pub fn invite(&mut self, code: &str, now: Duration) {
        self.code = Some((Hash::of(code), now + CODE_LASTS));
        self.wrong = 0;
    }

    /// How long the code that is out can still be used; none where none can.
    pub fn invites(&self, now: Duration) -> Option<Duration> {
        self.code.as_ref().and_then(|(_, until)| until.checked_sub(now)).filter(|left| !left.is_zero())
    }

    /// Lets in who has the code. It is used up by that.
    pub fn knock(&mut self, code: &str, name: &str, fresh: Given, now: Duration) -> Result<Given, Refused> {
        self.tries.retain(|then| now.saturating_sub(*then) < WHILE);
        if self.tries.len() >= TRIES {
            return Err(Refused::TooMany);
        }
        self.tries.push(now);
        let right = self.invites(now).is_some() && self.code.as_ref().is_some_and(|(hash, _)| *hash == Hash::of(code));
        if !right {
            self.wrong += 1;
            if self.wrong >= WRONG_CODES {
                self.code = None;
            }
            return Err(Refused::Code);
        }
        self.forget(now);
        if self.devices.len() >= DEVICES {
            return Err(Refused::Full);
        }
        self.code = None;
        self.count += 1;
        self.devices.push(Device {
            id: self.count,
            name: name.chars().filter(|letter| !letter.is_control()).take(NAME).collect(),
            since: now,
            seen: now,
            cookie: Hash::of(&fresh.cookie),
            token: Hash::of(&fresh.token),
        });
        Ok(fresh)
    }

    fn forget(&mut self, now: Duration) {
        self.devices.retain(|device| now.saturating_sub(device.seen) < STAYS);
    }

    /// The device a cookie is of.
    pub fn knows(&mut self, cookie: &str, now: Duration) -> Option<u64> {
        self.forget(now);
        let hash = Hash::of(cookie);
        let device = self.devices.iter_mut().find(|device| device.cookie == hash)?;
        device.seen = now;
        Some(device.id)
    }

    /// Whether this is the word of that device.
    pub fn is_token_of(&self, device: u64, token: &str) -> bool {
        let hash = Hash::of(token);
        self.devices.iter().any(|one| one.id == device && one.token == hash)
    }

    /// Whether a device is in.
    pub fn has(&self, device: u64) -> bool {
        self.devices.iter().any(|one| one.id == device)
    }

    /// Puts a device out; whether it was in.
    pub fn put_out(&mut self, device: u64) -> bool {
        let before = self.devices.len();
        self.devices.retain(|one| one.id != device);
        self.devices.len() < before
    }

    /// Puts everybody out, and voids the code.
    pub fn close(&mut self) {
        self.devices.clear();
        self.code = None;
    }

    /// Who is in.
    pub fn devices(&self) -> &[Device] {
        &self.devices
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    const START: Duration = Duration::from_secs(1000);

    fn given(number: u32) -> Given {
        Given { cookie: format!("cookie-{number}"), token: format!("token-{number}") }
    }

    fn at(seconds: u64) -> Duration {
        START + Duration::from_secs(seconds)
    }

    #[rstest]
    #[case::at_once("123456", 0, Ok(()))]
    #[case::at_last("123456", 179, Ok(()))]
    #[case::too_late("123456", 180, Err(Refused::Code))]
    #[case::another("123457", 0, Err(Refused::Code))]
    #[case::none_at_all("", 0, Err(Refused::Code))]
    fn the_code_lets_in(#[case] code: &str, #[case] after: u64, #[case] expected: Result<(), Refused>) {
        let mut door = Door::default();
        door.invite("123456", START);
        assert_eq!(door.knock(code, "phone", given(1), at(after)).map(|_| ()), expected);
    }

    #[test]
    fn without_a_code_nobody_comes_in() {
        assert_eq!(Door::default().knock("", "phone", given(1), START), Err(Refused::Code));
    }

    #[test]
    fn a_code_is_used_once() {
        let mut door = Door::default();
        door.invite("123456", START);
        assert!(door.knock("123456", "phone", given(1), START).is_ok());
        assert_eq!(door.knock("123456", "other", given(2), START), Err(Refused::Code));
        assert_eq!(door.devices().len(), 1);
    }

    #[test]
    fn after_some_wrong_ones_the_right_one_is_void_too() {
        let mut door = Door::default();
        door.invite("123456", START);
        for _ in 0..5 {
            assert_eq!(door.knock("000000", "phone", given(1), START), Err(Refused::Code));
        }
        assert_eq!(door.knock("123456", "phone", given(1), START), Err(Refused::Code));
    }

    /// 10 000 guesses, one a second, with a new code put out whenever there is none: nobody is in.
    #[test]
    fn guesses_let_nobody_in() {
        let mut door = Door::default();
        let (mut refused, mut asked) = (0, 0);
        for guess in 0..10_000u32 {
            let now = at(u64::from(guess));
            if door.invites(now).is_none() && asked < 3 {
                door.invite("987654", now);
                asked += 1;
            }
            match door.knock(&format!("{guess:06}"), "guesser", given(guess), now) {
                Err(Refused::TooMany) => refused += 1,
                other => assert_eq!(other, Err(Refused::Code)),
            }
        }
        assert!(door.devices().is_empty() && refused > 7_000, "{refused}");
    }

    #[test]
    fn a_device_is_known_by_its_cookie_and_its_word() {
        let mut door = Door::default();
        for number in 1..=2 {
            door.invite("123456", START);
            door.knock("123456", "phone", given(number), START).unwrap();
        }
        let (first, second) = (door.knows("cookie-1", START).unwrap(), door.knows("cookie-2", START).unwrap());
        assert_eq!(door.knows("cookie-3", START), None);
        assert!(door.is_token_of(first, "token-1") && !door.is_token_of(first, "token-2"));
        assert!(door.put_out(first) && !door.put_out(first));
        assert_eq!((door.knows("cookie-1", START), door.has(second)), (None, true));
        door.close();
        assert_eq!(door.knows("cookie-2", START), None);
    }

    #[test]
    fn who_does_not_show_for_half_a_day_is_out() {
        let mut door = Door::default();
        door.invite("123456", START);
        door.knock("123456", "phone", given(1), START).unwrap();
        assert!(door.knows("cookie-1", at(11 * 3600)).is_some());
        assert!(door.knows("cookie-1", at(22 * 3600)).is_some());
        assert!(door.knows("cookie-1", at(35 * 3600)).is_none());
    }

    #[test]
    fn a_room_holds_so_many() {
        let mut door = Door::default();
        let mut last = Ok(given(0));
        for number in 0..9 {
            let now = at(u64::from(number) * 60);
            door.invite("123456", now);
            last = door.knock("123456", "phone", given(number), now);
        }
        assert_eq!((last, door.devices().len()), (Err(Refused::Full), 8));
    }

    #[test]
    fn a_name_is_cut_and_has_no_lines() {
        let mut door = Door::default();
        door.invite("123456", START);
        door.knock("123456", &format!("a\nb{}", "x".repeat(100)), given(1), START).unwrap();
        assert_eq!((door.devices()[0].name.chars().count(), door.devices()[0].name.starts_with("abx")), (60, true));
    }
}
