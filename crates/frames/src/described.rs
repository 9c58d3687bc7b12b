//! What was measured written into a copy of a frame: EXIF for how it was taken, and the words, in any letters, as XMP beside it.

use crate::written::{Shot, WriteError, told};
use img_parts::jpeg::{Jpeg, JpegSegment, markers};
use img_parts::{Bytes, ImageEXIF};

/// What a segment of XMP begins with (XMP Specification Part 3, 1.1.3).
const XMP: &[u8] = b"http://ns.adobe.com/xap/1.0/\0";
/// A segment holds no more.
const MOST: usize = 65_000;

/// As text of XML.
fn plain(text: &str) -> String {
    let fits = |letter: &char| !letter.is_control() || *letter == '\n';
    let escaped = |letter: char| match letter {
        '&' => "&amp;".to_owned(),
        '<' => "&lt;".to_owned(),
        '>' => "&gt;".to_owned(),
        '"' => "&quot;".to_owned(),
        other => other.to_string(),
    };
    text.chars().filter(fits).map(escaped).collect()
}

/// A packet that says what a picture shows (Dublin Core, as XMP Specification Part 1 has it).
fn packet(words: &str) -> String {
    format!(
        "<?xpacket begin=\"\u{feff}\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\
         <x:xmpmeta xmlns:x=\"adobe:ns:meta/\"><rdf:RDF xmlns:rdf=\"http://www.w3.org/1999/02/22-rdf-syntax-ns#\">\
         <rdf:Description rdf:about=\"\" xmlns:dc=\"http://purl.org/dc/elements/1.1/\"><dc:description><rdf:Alt>\
         <rdf:li xml:lang=\"x-default\">{}</rdf:li></rdf:Alt></dc:description></rdf:Description></rdf:RDF></x:xmpmeta>\
         <?xpacket end=\"r\"?>",
        plain(words)
    )
}

/// A JPEG with how it was taken as EXIF and with words as its description. Its pixels stay as they are, byte for byte.
///
/// # Errors
/// [`WriteError::NoJpeg`] where it is none, and what EXIF cannot hold.
pub fn described(jpeg: Vec<u8>, shot: &Shot) -> Result<Vec<u8>, WriteError> {
    let mut file = Jpeg::from_bytes(Bytes::from(jpeg)).map_err(|_| WriteError::NoJpeg)?;
    file.set_exif(Some(Bytes::from(told(shot)?)));
    let kept: String = shot.described.chars().take(MOST / 8).collect();
    let contents = [XMP, packet(&kept).as_bytes()].concat();
    let after =
        file.segments().iter().take_while(|segment| matches!(segment.marker(), markers::APP0 | markers::APP1)).count();
    file.segments_mut().insert(after, JpegSegment::new_with_contents(markers::APP1, Bytes::from(contents)));
    Ok(file.encoder().bytes().to_vec())
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::{Written, look, told as read, written};

    fn shot(described: &str) -> Shot {
        Shot {
            described: described.to_owned(),
            body: "Studio body".to_owned(),
            lens: "85 mm".to_owned(),
            exposure: 1.0 / 125.0,
            f_number: 5.6,
            iso: 400.0,
            focal: 85.0,
            flash: true,
            taken: Some("2026:09:17 18:05:00".to_owned()),
        }
    }

    /// The words stand in the file in their own letters, EXIF reads as before, and every pixel is as it was.
    #[test]
    fn words_go_in_and_pixels_stay() {
        let pixels: Vec<u8> = (0..64 * 48 * 3).map(|at| (at % 251) as u8).collect();
        let plain = written(Written::Jpeg, &pixels, (64, 48), &shot("")).unwrap();
        let words = "Face at −⅓, planned 0 ± ¼ <\"&>";
        let told = described(plain.clone(), &shot(words)).unwrap();
        let text = String::from_utf8_lossy(&told);
        assert!(text.contains("Face at −⅓, planned 0 ± ¼ &lt;&quot;&amp;&gt;"));
        assert_eq!(read(&told).exposure.map(|seconds| (1.0 / seconds).round()), Some(125.0));
        let of = |bytes: &[u8]| image::load_from_memory(bytes).unwrap().to_rgb8();
        assert_eq!(of(&told), of(&plain));
        assert_eq!(look(&told, &[], &|| ()).unwrap().size, (64, 48));
    }

    #[test]
    fn what_is_no_jpeg_is_refused() {
        assert!(matches!(described(b"GIF89a".to_vec(), &shot("")), Err(WriteError::NoJpeg)));
    }
}
