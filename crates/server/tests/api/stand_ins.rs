use super::*;

/// Without being asked for there are none, and asked of they say so.
#[tokio::test]
async fn none_without_being_asked_for() {
    let tolva = demo();
    let (status, there) = tolva.ask(Method::GET, "/api/stand-ins", None).await;
    assert_eq!((status, &there["there"]), (StatusCode::OK, &json!(false)));
    for path in ["/api/stand-ins/frames", "/api/setups/setup-doors/stand-ins/flashes"] {
        let (status, problem) = tolva.ask(Method::GET, path, None).await;
        assert_eq!(status, StatusCode::NOT_FOUND);
        assert!(problem["detail"].as_str().unwrap().contains("--stand-ins"), "{problem}");
    }
}

/// They are never served to other machines.
#[test]
fn never_beyond_this_machine() {
    let folder = TempDir::new().unwrap();
    let out = program()
        .args(["serve", "--stand-ins", "--anyone-may-come-in", "--listen", "0.0.0.0:0", "--data"])
        .arg(folder.path())
        .output()
        .unwrap();
    assert!(!out.status.success() && String::from_utf8_lossy(&out.stderr).contains("this machine only"), "{out:?}");
}
