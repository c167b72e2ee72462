package app.yarrowmark.server.suites;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SuiteRepository extends JpaRepository<SuiteEntity, Long> {

    Optional<SuiteEntity> findBySuiteKeyAndVersion(String suiteKey, String version);
}
