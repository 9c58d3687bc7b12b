//! Lines of one's own on a card: those of the studio for jobs of this kind, then the job's.

use super::CardLine;
use crate::checklist::{OnList, OwnLine};

/// Own lines of a list. One that the studio and the job both have stands once.
#[must_use]
pub fn own_lines(of_kind: &[OwnLine], of_job: &[OwnLine], on: OnList) -> Vec<CardLine> {
    let mut lines: Vec<CardLine> = Vec::new();
    let all = of_kind.iter().map(|own| ("kind", own)).chain(of_job.iter().map(|own| ("own", own)));
    for (whose, own) in all.filter(|(_, own)| own.on == on) {
        if !lines.iter().any(|there| there.text == own.text.as_str()) {
            lines.push(CardLine::new(format!("{whose}-{}", own.id), own.text.as_str()));
        }
    }
    lines
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Id, Name};

    fn own(id: &str, on: OnList, text: &str) -> OwnLine {
        OwnLine { id: Id::new(id).unwrap(), on, text: Name::new(text).unwrap() }
    }

    #[test]
    fn the_studios_lines_stand_first_and_each_once() {
        let of_kind = [own("a", OnList::Pack, "Kneeling mat"), own("b", OnList::There, "Say hello")];
        let of_job = [
            own("c", OnList::Pack, "Apron"),
            own("d", OnList::Pack, "Kneeling mat"),
            own("a", OnList::Pack, "Another of that name"),
        ];
        let told = |on| own_lines(&of_kind, &of_job, on).into_iter().map(|line| line.text).collect::<Vec<_>>();
        assert_eq!(told(OnList::Pack), ["Kneeling mat", "Apron", "Another of that name"]);
        assert_eq!(told(OnList::There), ["Say hello"]);
    }
}
