package baddle.store;

/** Is told of passes over stored rows. May be called by several threads. */
public interface ScanWatch {

  /** Tells nobody. */
  ScanWatch NONE =
      new ScanWatch() {
        @Override
        public void begin(long rows) {}

        @Override
        public void rows(long rows) {}

        @Override
        public void end() {}
      };

  /** A pass over so many rows begins. */
  void begin(long rows);

  /** So many more rows are done. */
  void rows(long rows);

  /** The pass is over, well or not. */
  void end();
}
