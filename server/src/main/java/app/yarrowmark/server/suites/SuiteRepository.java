package app.yarrowmark.server.suites;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface SuiteRepository extends JpaRepository<SuiteEntity, Long> {

    Optional<SuiteEntity> findBySuiteKeyAndVersion(String suiteKey, String version);

    /** A number that grows with every suite and every change of one. */
    @Query("select coalesce(sum(s.edition + 1), 0) from SuiteEntity s")
    long editions();
}
