package app.yarrowmark.server.suites;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface MetricRepository extends JpaRepository<MetricEntity, Long> {

    List<MetricEntity> findBySuiteId(Long suiteId);
}
