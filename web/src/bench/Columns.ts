import styled from 'styled-components'

/** The columns of the bench, and on a phone the one part of it that is shown. */
export const Columns = styled.div`
  display: grid;
  grid-template-columns: 292px minmax(0, 1fr) 312px;
  align-items: start;
  > * {
    padding: 12px 20px;
  }
  .middle,
  .set {
    container-type: inline-size;
  }
  .middle {
    position: relative;
    border-left: 1px solid ${({ theme }) => theme.line};
    border-right: 1px solid ${({ theme }) => theme.line};
    min-height: calc(100vh - 90px);
  }
  @media (min-width: 761px) {
    &[data-view='brief'] .middle {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 280px;
      grid-template-rows: auto 1fr;
      gap: 0 16px;
      .scale {
        grid-column: 2;
        grid-row: 1 / span 2;
      }
      .plan {
        container-type: inline-size;
      }
    }
  }
  .dials {
    container-type: inline-size;
    padding-top: 6px;
    position: sticky;
    top: 0;
  }
  &:not([data-view='brief']) {
    grid-template-columns: minmax(0, 1fr) 276px 312px;
    > * {
      padding-left: 14px;
      padding-right: 14px;
    }
    h2[data-met] {
      font-size: 16px;
    }
  }
  @media (max-width: 1080px) and (min-width: 761px) {
    grid-template-columns: minmax(0, 1fr) 380px;
    &:not([data-view='brief']) {
      grid-template-columns: minmax(0, 1fr) 276px;
      .set {
        grid-row: 1 / span 2;
      }
      .dials {
        position: static;
      }
      .middle {
        border-right: 0;
        min-height: 0;
      }
    }
    .brief {
      grid-column: 1 / -1;
      order: 3;
    }
  }
  @media (max-width: 760px) {
    display: flex;
    flex-direction: column;
    align-items: stretch;
    padding-bottom: 76px;
    > * {
      padding: 8px 12px;
      border: 0 !important;
      min-height: 0 !important;
    }
    .dials {
      position: static;
    }
    .brief,
    .picture,
    .plan {
      display: none;
    }
    &[data-part='picture'] .picture,
    &[data-part='brief'] .brief,
    &[data-part='plan'] .plan {
      display: block;
    }
    .set,
    &[data-part='brief'] .middle,
    &[data-part='plan'] .scale,
    &[data-part='brief'] .dials,
    &[data-part='set'] .dials,
    &[data-part='colour'] .dials,
    &[data-part='colour'] .scale,
    &[data-part='picture'] .dials,
    &[data-part='plan'] .dials {
      display: none;
    }
    &[data-part='set'] .set,
    &[data-part='colour'] .set {
      display: block;
    }
    &[data-part='set'] .scale {
      order: -1;
      .ratio {
        display: none;
      }
    }
    .scale {
      position: sticky;
      top: 0;
      z-index: 3;
      background: ${({ theme }) => theme.ground};
      svg {
        max-height: 36vh;
      }
    }
    .middle {
      display: contents;
    }
    .middle > * {
      padding: 6px 12px;
    }
  }
  @media (max-width: 760px) and (max-height: 480px) {
    .scale {
      position: static;
      svg {
        max-height: none;
      }
    }
  }
`
