use super::*;

#[test]
fn a_newer_version_is_refused_with_both_numbers() {
    let said = check_header(JOB_FORMAT, VERSION + 1, JOB_FORMAT).unwrap_err().to_string();
    assert_eq!(
        said,
        format!(
            "This file is of version {}; this program reads up to version {VERSION}. Update it first.",
            VERSION + 1
        )
    );
    assert!(check_header("other", 1, JOB_FORMAT).is_err());
}

/// What its kit does not allow is kept; what no kit would allow is not.
#[test]
fn a_file_is_refused_for_its_numbers_but_not_for_its_kit() {
    let mut file = crate::sample::jobs().remove(0);
    assert_eq!(file.check(), Ok(()));
    file.kit.items.retain(|item| item.kind() != "lens");
    assert_eq!(file.check(), Ok(()));
    assert_eq!(file.setups[0].setup.misfits(&file.kit)[0].field, "/camera/lens");
    file.setups[0].setup.pace.frames = u32::MAX;
    let Err(FormatError::Fields(errors)) = file.check() else { panic!("the file was taken") };
    assert_eq!(errors[0].field, "/setups/0/setup/pace/frames");
}

#[test]
fn a_file_survives_writing_and_reading() {
    for file in crate::sample::jobs() {
        let text = serde_json::to_string(&file).unwrap();
        assert_eq!(read_job_file(serde_json::from_str(&text).unwrap()), Ok(file));
    }
}
